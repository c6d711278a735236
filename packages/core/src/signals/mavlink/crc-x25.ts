/** One byte more into the X.25 check sum. @source [std MAVLink, lib crc] polynomial 0x1021 reflected, start 0xFFFF */
export function x25(crc: number, byte: number): number {
  let t = byte ^ (crc & 0xff);
  t = (t ^ (t << 4)) & 0xff;
  return ((crc >> 8) ^ (t << 8) ^ (t << 3) ^ (t >> 4)) & 0xffff;
}

export function x25Of(bytes: ArrayLike<number>, from = 0, to = bytes.length): number {
  let crc = 0xffff;
  for (let i = from; i < to; i++) crc = x25(crc, bytes[i]!);
  return crc;
}
