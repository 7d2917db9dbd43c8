import type { Design } from '../document/types';
import type { ManifestParams } from './format/web-manifest';
import type { PlannedFile } from './plan';

/** A manifest (Web Application Manifest, W3C) that names the square PNG files of a set, from its own folder. */
export function webManifest(
  { name }: Design,
  { row, name: own }: PlannedFile,
  files: readonly PlannedFile[],
): string {
  const folder = own.slice(0, own.lastIndexOf('/') + 1);
  const { theme } = row.params as unknown as ManifestParams;
  const square = files.filter(
    (f) => f.row.kind === 'png' && f.width !== null && f.width === f.height && !f.fault,
  );
  const icons = square.map((f) => ({
    src: f.name.startsWith(folder)
      ? f.name.slice(folder.length)
      : `${'../'.repeat(folder.split('/').length - 1)}${f.name}`,
    sizes: `${f.width}x${f.height}`,
    type: f.media,
  }));
  return `${JSON.stringify({ name, short_name: name, icons, theme_color: theme, background_color: theme, display: 'browser' }, null, 2)}\n`;
}
