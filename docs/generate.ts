// Writes the documents that are made from the definitions: npm run docs

import { writeFileSync } from 'node:fs';
import { fileFormat } from './file-format';

writeFileSync(new URL('file-format.md', import.meta.url), fileFormat());
