/** Namespace of what this program keeps inside pictures of its own. */
const recipeSpace = 'urn:silent-compass:design';

const begin = `<design xmlns="${recipeSpace}"><![CDATA[`;
const end = ']]></design>';

/** JSON as an element of a picture: no end of a section of characters stands in it, and nothing that XML has no characters for. */
export const recipeElement = (json: string): string =>
  `<metadata>${begin}${json
    .replaceAll(']]>', ']]\\u003e')
    .replace(/[\ufffe\uffff]/g, (c) => `\\u${c.charCodeAt(0).toString(16)}`)}${end}</metadata>`;

/** The JSON that was kept inside a picture which was written here; null where there is none. */
export function recipeIn(text: string): string | null {
  const at = text.indexOf(begin);
  const to = at < 0 ? -1 : text.indexOf(end, at);
  return to < 0 ? null : text.slice(at + begin.length, to);
}
