export type { About, Ground } from './about.js';
export { aboutLead } from './about-lead.js';
export { aboutAmps, aboutRoom, aboutRunTime, aboutVolts } from './about-rails.js';
export { aboutLatency, aboutMass, aboutWake } from './about-rig.js';
export { aboutWishes } from './about-wishes.js';
