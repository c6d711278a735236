/** What is worked out for one station only: fetched when first asked for, so that the first picture does not wait for it. */
export { feedsOf, leadsFor, suppliesOf, sweepBeside, sweepOf } from '@squallmark/core/studies';
export { drawnPower, powerUp, startMends, wakePlan } from '@squallmark/core/wake-studies';
