import { isJson, type Upgrade } from './definition';

/** Version 10 merges alike colours of traced pictures and evens out their grain; those that were stored before stay as they were traced. */
export const fromNine: Upgrade = {
  from: 9,
  part: (part) =>
    isJson(part.source) && part.source.kind === 'traced'
      ? { ...part, source: { ...part.source, likeness: 0, denoise: false } }
      : part,
};
