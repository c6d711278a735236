declare module 'vcd-parser' {
  const parser: { parse(text: string): Promise<unknown> };
  export default parser;
}
