import { getDesignText } from '@/server/designs';
import { check } from '@/server/http/check';
import { download } from '@/server/http/download';
import { handle } from '@/server/http/handle';
import { designParams } from '@/server/http/schemas';
import { hasFiles, wholeFile } from '@/server/whole-file';

export const dynamic = 'force-dynamic';

/** The design as a file: with the fonts and pictures that it names as a zip, where it names any. */
export const GET = handle<{ id: string }>(async ({ db, owner, params }) => {
  const design = await getDesignText(db, owner, check(designParams, params).id);
  if (await hasFiles(db, owner, design))
    return download(wholeFile(db, owner, design), `${design.name}.zip`, 'application/zip');
  return new Response(design.text, {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(design.name)}.json`,
    },
  });
});
