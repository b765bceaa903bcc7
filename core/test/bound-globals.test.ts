interface Transformer {
  process: (source: string, file: string, options: unknown) => { code: string };
}
const { createTransformer } = jest.requireActual<{ createTransformer: (swc: unknown) => Transformer }>('../../scripts/lib/jest-transform.cjs');

const transformer = createTransformer({ jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'commonjs' } });
const options = {
  config: { rootDir: '/', cwd: '/', extensionsToTreatAsEsm: [] },
  transformerConfig: {},
  supportsStaticESM: false,
  instrument: false,
};
const lines = (source: string): string[] => transformer.process(source, '/module.ts', options).code.split('\n');

test.each([
  ['code', 'export const root = (x: number) => Math.sqrt(x);'],
  ['a comment', '/** What it is. */\nexport const root = (x: number) => Math.sqrt(x);'],
])('the built-in objects of a module that begins with %s are bound once at its top, and its lines keep their numbers', (_what, source) => {
  const code = lines(source);
  expect(code.find((line) => line.includes('"use strict";'))).toMatch(/"use strict";const\{(Object,)?Math(,Object)?\}=globalThis;/);
  expect(code.filter((line) => line.includes('globalThis'))).toHaveLength(1);
});

test('what a module declares itself is left alone', () => {
  expect(lines('const Map = 1; export const map = Map;').join('\n')).not.toMatch(/\{[^}]*Map[^}]*\}=globalThis/);
});
