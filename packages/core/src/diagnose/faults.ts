/** Every single fault that a rig may have, of every kind. */
import { oncePerRig, type Rig } from '../rig/index.js';
import type { Fault, FaultsOf } from './fault.js';
import { flawOfPart, loose, outputDead, supplyDrifted } from './kinds/flaws.js';
import { packFlat, partDead } from './kinds/power.js';
import {
  channelSlowed,
  failSafeOtherwise,
  partReset,
  partTold,
  radioTold,
  setOtherwise,
  toldAtDevice,
  toldAtTransmitter,
} from './kinds/told.js';
import {
  badContact,
  broken,
  cableOff,
  inWireWrong,
  leftOut,
  onePinOver,
  onePortOver,
  pairTurned,
  plugTurned,
  tooThin,
  wiresSwapped,
} from './kinds/wires.js';

const KINDS: readonly FaultsOf[] = [
  ...[pairTurned, cableOff, broken, onePortOver, wiresSwapped, leftOut, badContact],
  ...[inWireWrong, onePinOver, plugTurned, tooThin],
  ...[setOtherwise, toldAtDevice, toldAtTransmitter, radioTold, partTold],
  ...[partReset, failSafeOtherwise, channelSlowed],
  ...[packFlat, partDead, outputDead, supplyDrifted, flawOfPart, loose],
];

/** All single faults of a rig, each with an id of its own. */
export const faultsOf = oncePerRig((rig: Rig): readonly Fault[] => KINDS.flatMap((kind) => kind(rig)));
