import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import swc from '@swc/jest';

/**
 * Jest runs each test file in a context of its own, in which every name of the language is asked for through an interceptor: sums over
 * a field take twice as long as anywhere else. Names that no test replaces are made constants of each module here, on its first line.
 */
const NAMES = [
  'Array',
  'Float32Array',
  'Float64Array',
  'Infinity',
  'Int16Array',
  'Int32Array',
  'Map',
  'Math',
  'NaN',
  'Number',
  'Object',
  'Set',
  'Uint16Array',
  'Uint32Array',
  'Uint8Array',
];
const DECLARED = (name) =>
  new RegExp(`\\b(?:class|function|const|let|var|import)\\s+${name}\\b|\\bas ${name}\\b`);
const IMPORTED = (name) => new RegExp(`import[^;]*\\{[^}]*\\b${name}\\b[^}]*\\}\\s*from`);

/** The names of a module that are the language's own. */
const namesIn = (code) =>
  NAMES.filter(
    (name) =>
      new RegExp(`\\b${name}\\b`).test(code) && !DECLARED(name).test(code) && !IMPORTED(name).test(code),
  );

function withConstants(result) {
  const names = namesIn(result.code);
  if (names.length === 0) return result;
  const constants = names.map((name) => `${name} = globalThis.${name}`).join(', ');
  return { ...result, code: `const ${constants};${result.code}` };
}

const OWN = readFileSync(new URL(import.meta.url));

const transformer = {
  createTransformer(options) {
    const inner = swc.createTransformer(options);
    return {
      ...inner,
      getCacheKey: (...given) =>
        createHash('sha1')
          .update(inner.getCacheKey(...given))
          .update(OWN)
          .digest('hex'),
      process: (...given) => withConstants(inner.process(...given)),
      processAsync: async (...given) =>
        withConstants(await (inner.processAsync ?? inner.process).call(inner, ...given)),
    };
  },
};
export default transformer;
