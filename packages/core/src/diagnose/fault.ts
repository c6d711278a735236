/** Something that may be wrong at a bench, and what it would do to the rig. */
import type { Flaw } from '../bench/index.js';
import type { Edit, Rig } from '../rig/index.js';

/** Kinds of fault, as people name them. */
export type FaultKind =
  | 'wire broken'
  | 'bad contact'
  | 'cable off'
  | 'pair the wrong way round'
  | 'two wires swapped'
  | 'plug one port over'
  | 'switch left off'
  | 'inverter left out'
  | 'resistor left out'
  | 'set otherwise'
  | 'slot off by one'
  | 'told nothing'
  | 'reversed at the device'
  | 'too slow at the device'
  | 'reversed at the transmitter'
  | 'wrong control'
  | 'controls exchanged'
  | 'ends too short'
  | 'middle off'
  | 'fail-safe not set'
  | 'hand-over not set'
  | 'wrong address'
  | 'port told otherwise'
  | 'pack flat'
  | 'part dead'
  | 'fuse blown'
  | 'diode the wrong way round'
  | 'wire one pin over'
  | 'plug turned round'
  | 'wire too thin'
  | 'other profile'
  | 'as the maker left it'
  | 'fail-safe set otherwise'
  | 'channel slowed down'
  | 'output dead'
  | 'supply drifted'
  | 'moved while finding level'
  | 'out of balance'
  | 'card full'
  | 'other emitter on the channel'
  | 'settings forgotten at power-off'
  | 'opens now and then'
  | 'wheel slips'
  | 'wheel too tight';

/** What mends a fault: work of the hands, since the rig document says how it should be. */
export interface Remedy {
  text: string;
}

/** One thing that may be wrong. */
export interface Fault {
  id: string;
  kind: FaultKind;
  /** What is wrong, in labels. */
  text: string;
  /** The rig as it then really is. */
  put: Edit[];
  /** What is wrong that no edit can say. */
  flaws?: Flaw[];
  /** How often it is met, against the others. @source [practice] where TRADE names it, else [mem] */
  weight: number;
  remedy: Remedy;
}

/** Which faults of a kind a rig may have. */
export type FaultsOf = (rig: Rig) => Fault[];
