import type { Sheet } from '../sheet.js';
import { accessoryRails } from './accessory-rails.js';
import { actionCamera } from './action-camera.js';
import { airUnit } from './air-unit.js';
import { antennaLong, antennaPress, antennaScrew } from './antennas.js';
import { autopilot } from './autopilot.js';
import { magneticDriver, meter, usbBenchLead } from './bench-tools.js';
import { buckBoost12v } from './buck-boost-12v.js';
import { cameraControlBox } from './camera-control-box.js';
import { compass } from './compass.js';
import { consolePedals } from './console-pedals.js';
import { controlBoxExtension } from './control-box-extension.js';
import { display } from './display.js';
import { dummyBatteryA, dummyBatteryB } from './dummy-battery.js';
import { ethernetSwitch } from './ethernet-switch.js';
import { flightController } from './flight-controller.js';
import { flightControllerClosed } from './flight-controller-closed.js';
import { flightControllerSmall } from './flight-controller-small.js';
import { fpvCameraLadder } from './fpv-camera-ladder.js';
import { fpvCameraSerial } from './fpv-camera-serial.js';
import { fpvCameraStrap } from './fpv-camera-strap.js';
import { fuseHolder } from './fuse-holder.js';
import { gimbalHandHeld } from './gimbal-hand-held.js';
import { gimbalPassThrough } from './gimbal-pass-through.js';
import { gimbalServoFour } from './gimbal-servo-four.js';
import { gimbalThreeBus } from './gimbal-three-bus.js';
import { gimbalTwoAxis } from './gimbal-two-axis.js';
import { gimbalTwoPulse } from './gimbal-two-pulse.js';
import { goggles } from './goggles.js';
import { hdmiAirUnit } from './hdmi-air-unit.js';
import { hdmiConverter } from './hdmi-converter.js';
import { headHeavy } from './head-heavy.js';
import { infraRedTrigger } from './infra-red-trigger.js';
import { lineDrive } from './line-drive.js';
import { linear5v } from './linear-5v.js';
import { linear8v } from './linear-8v.js';
import { cameraOwnBattery, mirrorlessA, mirrorlessB } from './mirrorless.js';
import { networkRadio } from './network-radio.js';
import { noseCamera } from './nose-camera.js';
import { onScreenDisplay } from './on-screen-display.js';
import { pack14sTool } from './pack-14s-tool.js';
import { pack2s } from './pack-2s.js';
import { pack3s } from './pack-3s.js';
import { pack4s } from './pack-4s.js';
import { pack6s } from './pack-6s.js';
import { pictureSwitcher } from './picture-switcher.js';
import { pinholeCamera } from './pinhole-camera.js';
import { positionTagger } from './position-tagger.js';
import { powerModule } from './power-module.js';
import { receiver16 } from './receiver-16.js';
import { receiver6Pins } from './receiver-6-pins.js';
import { receiverBus } from './receiver-bus.js';
import { receiverPpm } from './receiver-ppm.js';
import { receiverSerialLink } from './receiver-serial-link.js';
import { receiverTwinLink } from './receiver-twin-link.js';
import { regulator12v } from './regulator-12v.js';
import { regulator5v } from './regulator-5v.js';
import { regulator5vSmall } from './regulator-5v-small.js';
import { ribbonAirUnit } from './ribbon-air-unit.js';
import { ribbonCamera } from './ribbon-camera.js';
import { spliceFour } from './splice-four.js';
import { thermalCore } from './thermal-core.js';
import { thermalInterface } from './thermal-interface.js';
import { thermalNetwork } from './thermal-network.js';
import { transmitter10 } from './transmitter-10.js';
import { transmitter16 } from './transmitter-16.js';
import { transmitter6 } from './transmitter-6.js';
import { transmitterOperator } from './transmitter-operator.js';
import { videoPowerSwitch } from './video-power-switch.js';
import { videoTransmitter } from './video-transmitter.js';
import { videoTransmitter5v } from './video-transmitter-5v.js';
import { videoTransmitterSerial } from './video-transmitter-serial.js';
import { zoomBlock } from './zoom-block.js';
import { zoomCamera } from './zoom-camera.js';
import { gimbalNetworkLaser, gimbalNetworkOnePlug } from './gimbal-network.js';
import { actionCameraOnePlug, gimbalWing } from './gimbal-wing.js';
import { gimbalServoPan } from './gimbal-servo-pan.js';
import { gimbalHandHeldProfiles, gripBattery } from './gimbal-hand-held-profiles.js';
import { gimbalCameraInside } from './gimbal-camera-inside.js';
import { gimbalOutlet } from './gimbal-outlet.js';
import { groundUnitPhone, groundUnitScreen, phonePage, tabletSteering } from './ground-units.js';
import { airUnitCombined, linkUnitHdmi, ribbonAirUnitNetwork } from './link-units.js';
import { thermalInterfaceUsb, thermalTwoPulse, twoLensHdmi } from './thermal-two-pulse.js';
import { flightControllerPpm } from './flight-controller-ppm.js';
import { controlBoxUniversal } from './control-box-universal.js';
import { shutterLead, triggerSwitch } from './trigger-switch.js';
import { consoleHeadNetwork, consoleHeadRadio, consoleLine } from './carriage-consoles.js';
import { headNetwork } from './head-network.js';
import { lineDriveKeys } from './line-drive-keys.js';
import {
  boost24v,
  holderBank,
  outlet14v,
  outlet24v,
  powerBoard,
  regulator12vHigh,
  regulator6v,
  regulator9v,
} from './outlets-thin.js';
import { pack12s, pack4sIon, pack6sIon, packCamera } from './packs-more.js';
import { receiver8Pins, receiverLongRange, receiverPayload, receiverTrainer } from './receivers-more.js';
import { operatorRemote } from './operator-remote.js';
import { dataRadioFed, networkCameraSmall, networkFeeder, networkRadioGround } from './network-more.js';
import {
  fpvCameraPlain,
  hdmiAirUnitTwo,
  hdmiSwitcher,
  pictureSwitcherTwo,
  videoTransmitterPlain,
} from './pictures-more.js';
import { balanceLead, bindPlug, chargeChecker, smokeStopper } from './bench-checks.js';

/** The built-in classes, in the order the trade lays them out: power, control, payload, picture, leads and tools. */
export const SHELF: readonly Sheet[] = [
  pack2s,
  pack3s,
  pack4s,
  pack6s,
  pack14sTool,
  pack4sIon,
  pack6sIon,
  pack12s,
  packCamera,
  gripBattery,
  powerModule,
  regulator12v,
  regulator5v,
  regulator5vSmall,
  buckBoost12v,
  regulator6v,
  regulator9v,
  regulator12vHigh,
  boost24v,
  powerBoard,
  linear5v,
  linear8v,
  videoPowerSwitch,
  accessoryRails,
  outlet24v,
  outlet14v,
  dummyBatteryA,
  dummyBatteryB,
  transmitter6,
  transmitter10,
  transmitter16,
  transmitterOperator,
  operatorRemote,
  groundUnitPhone,
  groundUnitScreen,
  tabletSteering,
  phonePage,
  consolePedals,
  consoleLine,
  consoleHeadRadio,
  consoleHeadNetwork,
  receiver6Pins,
  receiver16,
  receiverBus,
  receiverPpm,
  receiverSerialLink,
  airUnit,
  receiverTwinLink,
  receiver8Pins,
  receiverPayload,
  receiverLongRange,
  receiverTrainer,
  linkUnitHdmi,
  airUnitCombined,
  ribbonAirUnitNetwork,
  flightControllerSmall,
  flightController,
  autopilot,
  flightControllerClosed,
  flightControllerPpm,
  compass,
  gimbalServoFour,
  gimbalTwoPulse,
  gimbalTwoAxis,
  gimbalThreeBus,
  gimbalHandHeld,
  gimbalHandHeldProfiles,
  gimbalServoPan,
  gimbalWing,
  gimbalCameraInside,
  gimbalOutlet,
  gimbalNetworkOnePlug,
  gimbalNetworkLaser,
  headHeavy,
  headNetwork,
  gimbalPassThrough,
  lineDrive,
  lineDriveKeys,
  fpvCameraLadder,
  fpvCameraSerial,
  fpvCameraStrap,
  pinholeCamera,
  noseCamera,
  actionCamera,
  mirrorlessA,
  mirrorlessB,
  cameraOwnBattery,
  zoomCamera,
  zoomBlock,
  thermalCore,
  thermalInterface,
  thermalNetwork,
  thermalTwoPulse,
  thermalInterfaceUsb,
  twoLensHdmi,
  networkCameraSmall,
  actionCameraOnePlug,
  fpvCameraPlain,
  ribbonCamera,
  infraRedTrigger,
  triggerSwitch,
  shutterLead,
  cameraControlBox,
  controlBoxExtension,
  controlBoxUniversal,
  positionTagger,
  pictureSwitcher,
  pictureSwitcherTwo,
  hdmiSwitcher,
  onScreenDisplay,
  hdmiConverter,
  videoTransmitter5v,
  videoTransmitter,
  videoTransmitterSerial,
  videoTransmitterPlain,
  hdmiAirUnit,
  hdmiAirUnitTwo,
  ribbonAirUnit,
  ethernetSwitch,
  networkRadio,
  networkRadioGround,
  dataRadioFed,
  networkFeeder,
  display,
  goggles,
  spliceFour,
  fuseHolder,
  antennaScrew,
  antennaPress,
  antennaLong,
  usbBenchLead,
  magneticDriver,
  meter,
  chargeChecker,
  balanceLead,
  smokeStopper,
  bindPlug,
  holderBank,
];
