import type { AskedBy } from '../sheet.js';
import { at, empty, ground, plus, signal, type FunctionDraft } from './define.js';

/** A camera menu by the sticks: the controller reads them while disarmed, and no channel is spent. @source [practice] */
const STICK_MENU: Extract<AskedBy, { by: 'gesture' }>['gestures'] = [
  { id: 'open', sticks: { throttle: 0, yaw: 1 }, holdS: 2, does: 'open', shows: 'a beep, a caption in the picture' },
  { id: 'second', sticks: { pitch: 1 }, holdS: 2, does: 'second menu', shows: 'the second menu' },
  { id: 'up', sticks: { pitch: 1 }, holdS: 0.2, does: 'up' },
  { id: 'down', sticks: { pitch: -1 }, holdS: 0.2, does: 'down' },
  { id: 'less', sticks: { roll: -1 }, holdS: 0.2, does: 'less' },
  { id: 'more', sticks: { roll: 1 }, holdS: 0.2, does: 'more' },
  { id: 'choose', sticks: { yaw: 1 }, holdS: 0.2, does: 'choose' },
  { id: 'leave', sticks: { yaw: -1 }, holdS: 0.5, does: 'leave', shows: 'the caption goes' },
];

/**
 * The camera's menu: by stick gestures, else by a channel that plays its keys. Windows of the keys are a class value, to be swept on
 * the part itself. @source [practice]
 */
export const menuFunction = (over: string[]): FunctionDraft => ({
  id: 'menu',
  label: 'Camera menu',
  what: 'menu',
  takes: 'windows',
  askedBy: [
    { by: 'gesture', over, gestures: STICK_MENU },
    { by: 'slot', over },
  ],
  windows: [
    { fromUs: 800, toUs: 1150, label: 'down' },
    { fromUs: 1150, toUs: 1350, label: 'left' },
    { fromUs: 1350, toUs: 1650, label: 'none' },
    { fromUs: 1650, toUs: 1850, label: 'right' },
    { fromUs: 1850, toUs: 2200, label: 'up' },
  ],
});

/** The five-way plug of a small flying camera: supply, picture and two menu pins. */
export const flyingCameraPort = (menu: 'none' | 'ladder' | 'serial' | 'both') => ({
  id: 'main',
  label: menu === 'none' ? 'supply · video' : menu === 'serial' ? 'supply · TX RX' : 'supply · menu',
  side: 'left' as const,
  plug: { family: 'latching 1.25 mm', pins: 4 },
  pins: [
    plus(1),
    ground(2),
    menu === 'none'
      ? empty(3, 'not joined')
      : menu === 'ladder'
        ? { ...signal(3, 'menu', 'in'), toleratesV: 3.6 }
        : { ...signal(3, 'TX', 'out'), levelV: 3.3 },
    menu === 'serial' || menu === 'both'
      ? { ...signal(4, menu === 'both' ? 'RX or menu' : 'RX', 'in'), toleratesV: 5 }
      : empty(4, 'not joined'),
  ],
});

/** Serial menu control. Needs controller firmware that has it. @source [practice] */
export const menuSerial = (more: object = {}) => ({
  id: 'menu',
  kind: 'device-serial' as const,
  way: 'both' as const,
  pins: { send: at('main', 3), hear: at('main', 4) },
  params: { baud: 115200, protocol: 'camera menu', base: 1 },
  ...more,
});

export const menuFirmware = (board?: 'middle' | 'large') => [
  { what: 'serial camera menu', least: '3.3', erases: true, over: 'menu', ...(board ? { board } : {}) },
];

/** @source [practice] 400–600 Ω, 470 Ω usual */
export const LADDER = { seriesOhm: [400, 600] as [number, number], protocol: 'camera keys' };

export const bodyPrep = [
  { id: 'remote', text: 'Remote control over USB on' },
  { id: 'card', text: 'Save to the camera’s own card' },
  { id: 'usb', text: 'Connection by USB cable' },
  { id: 'plane', text: 'Airplane mode on' },
  { id: 'steady', text: 'In-body stabilisation off' },
];

/** Ladder control needs firmware that can play camera keys. @source [practice] 3.2 and later */
export const LADDER_FIRMWARE = { what: 'camera keys', least: '3.2', erases: true, over: 'ladder' };
