export { findNets, type Nets } from './nets.js';
export { findConversations, linkEnds, pinOf, type Conversation, type LinkEnd, type Trouble } from './conversations.js';
export { cableKind, type CableKind } from './wire-kind.js';
export { cableViews, boardPlan, type CableView, type CableEnd, type ResourceView } from './cable-view.js';
