export type { Finding, Figure, Fix, Mark, RuleContext, RuleId, StationId } from './finding.js';
export { findFindings, worstMark } from './find.js';
