export type { Finding, Figure, Fix, Mark, RuleContext, RuleId, StationId } from './finding.js';
export { isRuleId } from './wording.js';
export { findFindings, fixesOf, worstMark } from './find.js';
