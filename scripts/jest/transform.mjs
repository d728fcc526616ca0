import swc from '@swc/jest';

/** Built-in objects that no test replaces. */
const BUILT_IN = ['Array', 'Boolean', 'Error', 'JSON', 'Map', 'Math', 'Number', 'Object', 'Set', 'String', 'Symbol'];

/**
 * The usual transform; and built-in objects are looked up once for each module: inside the room that Jest makes for a test each
 * look at a global costs, and half of the time of a long computation went there.
 */
const withBuiltIns = ({ code, ...rest }) => {
  const used = BUILT_IN.filter((name) => new RegExp(`(?<![.\\w$'"])${name}\\b`).test(code));
  return { ...rest, code: used.length ? `const { ${used.join(', ')} } = globalThis; ${code}` : code };
};

export default {
  createTransformer: (options) => {
    const plain = swc.createTransformer(options);
    return {
      ...plain,
      process: (...given) => withBuiltIns(plain.process(...given)),
      processAsync: async (...given) => withBuiltIns(await plain.processAsync(...given)),
      getCacheKey: (...given) => `${plain.getCacheKey(...given)}-built-ins`,
    };
  },
};
