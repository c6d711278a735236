/**
 * The messages a camera payload uses, as data: fields in the order of the wire.
 * @source [std MAVLink common.xml; mem, held against lib mavlink-mappings in the tests]
 */
export type FieldType = 'u8' | 'i8' | 'u16' | 'i16' | 'u32' | 'i32' | 'u64' | 'f32';

interface MavField {
  name: string;
  type: FieldType;
  /** More than one: an array of that many. */
  many: number;
}

/** Layout of a message. */
export interface MavMessage {
  /** Number of the message, 0…16 777 215. */
  id: number;
  name: string;
  /** Seed of the check sum that tells one definition from another. */
  extra: number;
  /** In the order of the wire: widest first, extensions last. None of what is only named here. */
  fields: readonly MavField[];
  /** Bytes without extensions: the shortest a first-version frame may be. */
  length: number;
  /** Bytes with extensions. */
  fullLength: number;
}

const SIZE: Record<FieldType, number> = { u8: 1, i8: 1, u16: 2, i16: 2, u32: 4, i32: 4, u64: 8, f32: 4 };
const fieldBytes = ({ type, many }: MavField): number => SIZE[type] * many;

/** `name type` or `name type[n]`, by commas. Names like `chan1…chan8_raw` stand for a run. */
function fieldsOf(text: string): MavField[] {
  return text
    .split(',')
    .filter(Boolean)
    .flatMap((piece): MavField[] => {
      const [name = '', typed = ''] = piece.trim().split(' ');
      const [, type, many] = /^(\w+?)(?:\[(\d+)\])?$/.exec(typed)!;
      const run = /^(\D+)(\d+)…\D+?(\d+)(\D*)$/.exec(name);
      const one = (n: string): MavField => ({ name: n, type: type as FieldType, many: Number(many ?? 1) });
      if (!run) return [one(name)];
      const [, head, from, to, tail] = run;
      return Array.from({ length: Number(to) - Number(from) + 1 }, (_, i) => one(`${head}${Number(from) + i}${tail}`));
    });
}

function message(id: number, name: string, extra: number, own: string, extensions = ''): MavMessage {
  const base = fieldsOf(own);
  const fields = [...base, ...fieldsOf(extensions)];
  const bytes = (list: MavField[]): number => list.reduce((sum, f) => sum + fieldBytes(f), 0);
  return { id, name, extra, fields, length: bytes(base), fullLength: bytes(fields) };
}

const RATES =
  'flags u32,pitch f32,yaw f32,pitch_rate f32,yaw_rate f32,target_system u8,target_component u8,gimbal_device_id u8';

const ALL: readonly MavMessage[] = [
  message(0, 'HEARTBEAT', 50, 'custom_mode u32,type u8,autopilot u8,base_mode u8,system_status u8,mavlink_version u8'),
  message(35, 'RC_CHANNELS_RAW', 244, 'time_boot_ms u32,chan1…chan8_raw u16,port u8,rssi u8'),
  message(36, 'SERVO_OUTPUT_RAW', 222, 'time_usec u32,servo1…servo8_raw u16,port u8', 'servo9…servo16_raw u16'),
  message(65, 'RC_CHANNELS', 118, 'time_boot_ms u32,chan1…chan18_raw u16,chancount u8,rssi u8'),
  message(
    70,
    'RC_CHANNELS_OVERRIDE',
    124,
    'chan1…chan8_raw u16,target_system u8,target_component u8',
    'chan9…chan18_raw u16',
  ),
  message(
    75,
    'COMMAND_INT',
    158,
    'param1…param4 f32,x i32,y i32,z f32,command u16,target_system u8,target_component u8,frame u8,current u8,autocontinue u8',
  ),
  message(
    76,
    'COMMAND_LONG',
    152,
    'param1…param7 f32,command u16,target_system u8,target_component u8,confirmation u8',
  ),
  message(
    77,
    'COMMAND_ACK',
    143,
    'command u16,result u8',
    'progress u8,result_param2 i32,target_system u8,target_component u8',
  ),
  message(
    260,
    'CAMERA_SETTINGS',
    146,
    'time_boot_ms u32,mode_id u8',
    'zoomLevel f32,focusLevel f32,camera_device_id u8',
  ),
  message(
    262,
    'CAMERA_CAPTURE_STATUS',
    12,
    'time_boot_ms u32,image_interval f32,recording_time_ms u32,available_capacity f32,image_status u8,video_status u8',
    'image_count i32,camera_device_id u8',
  ),
  message(
    280,
    'GIMBAL_MANAGER_INFORMATION',
    70,
    'time_boot_ms u32,cap_flags u32,roll_min f32,roll_max f32,pitch_min f32,pitch_max f32,yaw_min f32,yaw_max f32,gimbal_device_id u8',
  ),
  message(
    281,
    'GIMBAL_MANAGER_STATUS',
    48,
    'time_boot_ms u32,flags u32,gimbal_device_id u8,primary_control_sysid u8,primary_control_compid u8,secondary_control_sysid u8,secondary_control_compid u8',
  ),
  message(
    282,
    'GIMBAL_MANAGER_SET_ATTITUDE',
    123,
    'flags u32,q f32[4],angular_velocity_x f32,angular_velocity_y f32,angular_velocity_z f32,target_system u8,target_component u8,gimbal_device_id u8',
  ),
  message(
    285,
    'GIMBAL_DEVICE_ATTITUDE_STATUS',
    137,
    'time_boot_ms u32,q f32[4],angular_velocity_x f32,angular_velocity_y f32,angular_velocity_z f32,failure_flags u32,flags u16,target_system u8,target_component u8',
    'delta_yaw f32,delta_yaw_velocity f32,gimbal_device_id u8',
  ),
  message(287, 'GIMBAL_MANAGER_SET_PITCHYAW', 1, RATES),
  message(288, 'GIMBAL_MANAGER_SET_MANUAL_CONTROL', 20, RATES),
];

const LONGEST = 255;

/** What else stands beside them on a telemetry line: told by name and held against its check sum, not taken apart. */
const NAMED: readonly MavMessage[] = (
  [
    [1, 'SYS_STATUS', 124, 31],
    [2, 'SYSTEM_TIME', 137, 12],
    [4, 'PING', 237, 14],
    [20, 'PARAM_REQUEST_READ', 214, 20],
    [21, 'PARAM_REQUEST_LIST', 159, 2],
    [22, 'PARAM_VALUE', 220, 25],
    [23, 'PARAM_SET', 168, 23],
    [24, 'GPS_RAW_INT', 24, 30],
    [26, 'SCALED_IMU', 170, 22],
    [27, 'RAW_IMU', 144, 26],
    [29, 'SCALED_PRESSURE', 115, 14],
    [30, 'ATTITUDE', 39, 28],
    [31, 'ATTITUDE_QUATERNION', 246, 32],
    [32, 'LOCAL_POSITION_NED', 185, 28],
    [33, 'GLOBAL_POSITION_INT', 104, 28],
    [42, 'MISSION_CURRENT', 28, 2],
    [62, 'NAV_CONTROLLER_OUTPUT', 183, 26],
    [66, 'REQUEST_DATA_STREAM', 148, 6],
    [67, 'DATA_STREAM', 21, 4],
    [69, 'MANUAL_CONTROL', 243, 11],
    [74, 'VFR_HUD', 20, 20],
    [111, 'TIMESYNC', 34, 16],
    [112, 'CAMERA_TRIGGER', 174, 12],
    [116, 'SCALED_IMU2', 76, 22],
    [125, 'POWER_STATUS', 203, 6],
    [129, 'SCALED_IMU3', 46, 22],
    [136, 'TERRAIN_REPORT', 1, 22],
    [137, 'SCALED_PRESSURE2', 195, 14],
    [147, 'BATTERY_STATUS', 154, 36],
    [241, 'VIBRATION', 90, 32],
    [242, 'HOME_POSITION', 104, 52],
    [245, 'EXTENDED_SYS_STATE', 130, 2],
    [253, 'STATUSTEXT', 83, 51],
    [259, 'CAMERA_INFORMATION', 92, 235],
    [261, 'STORAGE_INFORMATION', 179, 27],
    [263, 'CAMERA_IMAGE_CAPTURED', 133, 255],
    [265, 'MOUNT_ORIENTATION', 26, 16],
    [269, 'VIDEO_STREAM_INFORMATION', 109, 213],
    [283, 'GIMBAL_DEVICE_INFORMATION', 74, 144],
    [284, 'GIMBAL_DEVICE_SET_ATTITUDE', 99, 32],
    [286, 'AUTOPILOT_STATE_FOR_GIMBAL_DEVICE', 210, 53],
  ] as const
).map(([id, name, extra, length]) => ({ id, name, extra, fields: [], length, fullLength: LONGEST }));

export const MAV_MESSAGES: ReadonlyMap<number, MavMessage> = new Map([...ALL, ...NAMED].map((m) => [m.id, m]));
export const mavMessage = (name: string): MavMessage | undefined => ALL.find((m) => m.name === name);

/**
 * Commands of COMMAND_LONG that steer a payload.
 * @source [std MAVLink common.xml; mem, held against lib mavlink-mappings in the tests]
 */
export const MAV_COMMANDS: Readonly<Record<number, string>> = {
  183: 'DO_SET_SERVO',
  203: 'DO_DIGICAM_CONTROL',
  205: 'DO_MOUNT_CONTROL',
  530: 'SET_CAMERA_MODE',
  531: 'SET_CAMERA_ZOOM',
  532: 'SET_CAMERA_FOCUS',
  1000: 'DO_GIMBAL_MANAGER_PITCHYAW',
  1001: 'DO_GIMBAL_MANAGER_CONFIGURE',
  2000: 'IMAGE_START_CAPTURE',
  2001: 'IMAGE_STOP_CAPTURE',
  2500: 'VIDEO_START_CAPTURE',
  2501: 'VIDEO_STOP_CAPTURE',
};
