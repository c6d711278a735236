export type { Finding, Figure, Fix, Mark, RuleContext, RuleId, StationId } from './finding.js';
export { isRuleId } from './sources.js';
export { findFindings, fixesOf, worstMark } from './find.js';
