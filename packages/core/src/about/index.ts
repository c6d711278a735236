export type { About, Ground } from './about.js';
export { aboutAmps, aboutRoom, aboutRunTime, aboutVolts } from './about-rails.js';
export { aboutLatency, aboutMass, aboutWake } from './about-rig.js';
