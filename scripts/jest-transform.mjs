// Jest runs modules in a vm context, where every look-up of a global (Math, Float32Array) goes through an interceptor and
// makes numeric code several times slower. Bound once a module, they cost what they cost in plain Node.
import swc from '@swc/jest';

export const BOUND_NAMES = [
  'Math',
  'Number',
  'Object',
  'Array',
  'Float32Array',
  'Float64Array',
  'Uint8Array',
  'Uint16Array',
  'Int32Array',
  'Uint8ClampedArray',
  'Map',
  'Set',
  'Infinity',
  'NaN',
];

export default {
  createTransformer(options) {
    const inner = swc.createTransformer(options);
    const bind = (result) => {
      const names = BOUND_NAMES.filter((n) => new RegExp(`\\b${n}\\b`).test(result.code));
      const code = names.length ? `const { ${names.join(', ')} } = globalThis;${result.code}` : result.code;
      return { ...result, code };
    };
    return {
      ...inner,
      getCacheKey: (...a) => `v3${inner.getCacheKey(...a)}`,
      process: (...a) => bind(inner.process(...a)),
      processAsync: async (...a) => bind(await inner.processAsync(...a)),
    };
  },
};
