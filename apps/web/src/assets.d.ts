declare module '*.svg' {
  const text: string;
  export default text;
}
declare module 'elkjs/lib/elk-worker.min.js';
