import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import usual from '../jest/transform.mjs';

const fault = JSON.parse(readFileSync(process.env.SGRAFFA_FAULT, 'utf8'));

/** The usual transform, but for the one source in which a fault stands. */
export default {
  createTransformer: (options) => {
    const plain = usual.createTransformer(options);
    const sourceOf = (text, file) => (file === fault.file ? fault.text : text);
    return {
      ...plain,
      process: (text, file, about) => plain.process(sourceOf(text, file), file, about),
      processAsync: (text, file, about) => plain.process(sourceOf(text, file), file, about),
      getCacheKey: (text, file, about) =>
        createHash('sha256')
          .update(plain.getCacheKey(sourceOf(text, file), file, about))
          .update(sourceOf(text, file))
          .digest('hex'),
    };
  },
};
