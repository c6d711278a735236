export const RIG_FORMAT = 'squallmark-rig';
export const RIG_VERSION = 2;
