import path from 'node:path';

/** The project's folder. */
export const root = path.resolve(import.meta.dirname, '../..');
