/** What a regulator's setting and the last digit of a meter are good for, as a share of the volts. @source [practice] one per cent */
const SET_WITHIN = 0.01;

/** Volts a supply may be short of its floor before it is short of volts: less than what anybody sets or reads. */
export const hairV = ([floorV]: readonly [number, number]): number => floorV * SET_WITHIN;
