import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { fileFormat } from '../../../docs/file-format';

it('docs/file-format.md says what the definitions say (npm run docs writes it)', () => {
  const written = readFileSync('docs/file-format.md', 'utf8');
  expect(written).toBe(fileFormat());
  for (const name of ['profile', 'widths', 'twist', 'blur', 'grain'])
    expect(written).toContain(`\`${name}\``);
});
