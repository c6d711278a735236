export { writeRig, readRig, rigJsonSchema } from './rig-file.js';
export { channelTable, type ChannelTable } from './channel-table.js';
export { wiringCard, cautionsOf, type Card } from './wiring-card.js';
