export { channelOfOutput, linesOfOne, type OfOne } from './identify/outputs.js';
export { byEachHand, bySecond, fitInHand, gripOf, movedBy, type HandChain } from './by-second.js';
export { curveAt, curvePoints, deadBand, positionFor, restPositions, shapePulseUs, type Shape } from './shaping.js';
export { shutGate, shutToPilot, type ShutGate } from './shut-gate.js';
export {
  FLIGHT_AXES,
  idleAt,
  isThrottle,
  callsSticks,
  stickFor,
  stickMode,
  stickModeSetting,
  sticksOf,
  type FlightAxis,
  type StickFace,
  type StickWay,
  stickGoes,
} from './sticks.js';
export {
  PLAIN,
  demandOf,
  inputSpan,
  outputSpan,
  pulseForValue,
  rangeDemand,
  windowIndex,
  type Demand,
  type FunctionSetup,
} from './demand.js';
export { airInto, sentBy, boundReceivers, ownRadios, whoseWish } from './air.js';
export { HANDED_FROM, handOverLink, handedControls, secondFor, type HandOverLink, type Second } from './hand-over.js';
export { slotName } from './numbering.js';
export {
  beginsAtSource,
  findChains,
  isRepeated,
  pinnedBy,
  receiversOf,
  repeatedBy,
  TELLS,
  type Chain,
} from './chain.js';
export {
  backward,
  chainCount,
  countedAlike,
  endPointsFor,
  asksAt,
  forward,
  resolutionOf,
  arrivingUs,
  sentPulseUs,
  throughBus,
  type Backward,
  type Forward,
  type Resolution,
  type SignalWay,
} from './signal-path.js';
export type { BusScales } from './bus-scales.js';
export { snapUs } from './snap.js';
export { chainLatency, type Latency, type Wait } from './latency.js';
export { pictureSteps, type PictureStep } from './picture-steps.js';
export { ladderRows, moverOf, rowNow, type LadderRow, type LadderMove } from './ladder.js';
export { turnedDemand, turnsInModes, type Turning } from './turned.js';
export { fitOf, runsAcross, type Fit } from './fit.js';
export {
  FLIGHT_CHANNELS,
  flightChannels,
  flightSlot,
  flownOn,
  isAxis,
  isFlightChain,
  reservedChannels,
} from './flight.js';
export { mismatchOf, sideOf, type Mismatch } from './match.js';
export { nameOf } from './assign/assign-problem.js';
export { armedWindow, armsAt, heldAt, isMadeBy, stickHolds, stickShare, type StickGesture } from './gesture-pose.js';
export { isKey, laterKeys } from './menu-keys.js';
export { asksOf, findAsks, gestureText, type Ask, type AskStep } from './asks.js';
export { askText, chainsOfWishes, doersOfWishes, type Doer } from './doers.js';
export { carriedBy, pinSetting } from './assign/slot-options.js';
export { wishCoverage, type WishState } from './coverage.js';
export { gatesOf, holdingWindow, poweringIn } from './gates.js';
export { endPointIn, endPointFrom, type EndUnit } from './end-points.js';
export { fillChannels, type AssignedRow, type FilledRows } from './assign/assign.js';
export { freeSwitch, setUpTwoOperators, type TwoOperators } from './assign/two-operators.js';
export { identify, type FoundControl, type Identified, type Touch } from './identify/identify.js';
export { sheetWithWindows, sweptWindows, type SweptWindows } from './identify/sweep.js';
export type { SeenKind } from './identify/shape-of-movement.js';
export { panHolds, standsAtTakeOff, type Holds } from './pan-holds.js';
export { stopUs, stoppedDrives, stopsDrive, stopsFor } from './drive.js';
export {
  betterControl,
  channelEdits,
  controlEdits,
  freeChannel,
  heardChannels,
  mayLeave,
  quietSlot,
  toldOn,
} from './mend.js';
export {
  THIN_US,
  deadPress,
  edgeChange,
  edgePlace,
  idleEdge,
  pressChange,
  restChange,
  samePulse,
  placeChange,
  placesOf,
  type Place,
} from './place-windows.js';
export { goesAt, stillChange } from './still.js';
export { missesOf, reachOf, secondsBetween, secondsToWindow, stuckIn, wholeChange } from './travel.js';
export { heardBlindly } from './blind-ears.js';
