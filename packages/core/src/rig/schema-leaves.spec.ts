import { describe, expect, it } from 'vitest';
import { briefJsonSchema, rigJsonSchema, sheetJsonSchema } from '../files/index.js';

interface Node {
  type?: string;
  title?: string;
  unit?: string;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
  maxItems?: number;
  maxLength?: number;
  enum?: unknown[];
  const?: unknown;
  properties?: Record<string, Node>;
  items?: Node;
  prefixItems?: Node[];
  anyOf?: Node[];
  oneOf?: Node[];
  additionalProperties?: Node | boolean;
}

/** Every node of a schema that holds a value itself, with the way to it. */
function* leavesOf(node: Node, at: string): Generator<{ at: string; leaf: Node }> {
  const inside: [string, Node][] = [
    ...Object.entries(node.properties ?? {}),
    ...(node.items ? [['[]', node.items] as [string, Node]] : []),
    ...(node.prefixItems ?? []).map((n, i): [string, Node] => [`[${i}]`, n]),
    ...[...(node.anyOf ?? []), ...(node.oneOf ?? [])].map((n, i): [string, Node] => [
      `(${i})`,
      { title: node.title ?? '', ...n },
    ]),
  ];
  if (typeof node.additionalProperties === 'object') inside.push(['{}', node.additionalProperties]);
  for (const [key, child] of inside) yield* leavesOf(child, `${at}.${key}`);
  if (node.type === 'array' || (!inside.length && node.type !== 'null' && node.type !== 'object'))
    yield { at, leaf: node };
}

const LEAVES = (
  [
    ['rig', rigJsonSchema()],
    ['brief', briefJsonSchema()],
    ['sheet', sheetJsonSchema()],
  ] as const
).flatMap(([name, schema]) => [...leavesOf(schema as Node, name)]);
const isNumber = ({ type }: Node): boolean => type === 'number' || type === 'integer';

describe('leaves of the schemas', () => {
  it('there are some hundreds', () => expect(LEAVES.length).toBeGreaterThan(300));

  it('each that is no list has a title for people', () => {
    const without = LEAVES.filter(({ leaf }) => leaf.type !== 'array' && !leaf.title);
    expect(without.map((l) => l.at)).toEqual([]);
  });

  it('each number has a unit and both bounds', () => {
    const numbers = LEAVES.filter(({ leaf }) => isNumber(leaf) && leaf.const === undefined);
    expect(numbers.length).toBeGreaterThan(80);
    const loose = numbers.filter(
      ({ leaf }) =>
        !leaf.unit || !Number.isFinite(leaf.maximum) || !Number.isFinite(leaf.minimum) || Math.abs(leaf.maximum!) > 1e9,
    );
    expect(loose.map((l) => l.at)).toEqual([]);
  });

  it('each list and each text has a most', () => {
    const loose = LEAVES.filter(
      ({ leaf }) =>
        (leaf.type === 'array' && leaf.maxItems === undefined && !leaf.prefixItems) ||
        (leaf.type === 'string' && leaf.maxLength === undefined && !leaf.enum && leaf.const === undefined),
    );
    expect(loose.map((l) => l.at)).toEqual([]);
  });
});
