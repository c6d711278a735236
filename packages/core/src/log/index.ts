export type { LineKind, LogLine, PackUse, Session } from './schemas.js';
export { subject, type SubjectKind } from './subject.js';
export { SESSION } from './bounds.js';
export { sessionText } from './session.js';
export { aboutChange, aboutSession } from './about.js';
export { linesAbout, storyOf } from './story.js';
export { logMarkdown, logTable } from './write.js';
