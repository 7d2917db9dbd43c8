import { makeDesign, makePart } from '../../document/create';
import type { Design } from '../../document/types';
import { isIdentity, matrixPlace } from '../../geometry/matrix';
import { type AtHand, type LeftOut, type ReadSvg, SvgReader, startSetting } from './context';
import { SvgFault } from './element';
import { readElement } from './nodes';
import { fitted, lengthOf, viewBoxOf } from './values';
import { parseSvg } from './xml';

/** Size of a picture that says none (CSS Images 3, 4.4: the default object size is 300 × 150). */
const usual = { width: 300, height: 150 } as const;

/** Sides that a sheet may have at most and at least, sheet units. */
const mostOfSheet = 100_000;
const leastOfSheet = 0.001;

/**
 * The picture of an SVG file as parts: shapes as primitives, groups as groups, clips and masks as clips, gradients as gradients
 * (SVG 2, the static parts of it). Nothing outside the file is fetched.
 * @throws SvgFault in words where it is no SVG or refused.
 * @throws WorkFault where it has too much.
 */
export const readSvg = (text: string, atHand: AtHand = {}): ReadSvg => readInside(text, atHand, 0);

/** How deep files may be inside one another as pictures. */
const deepest = 3;

function readInside(text: string, atHand: AtHand, depth: number): ReadSvg {
  const root = parseSvg(text);
  const { attributes } = root;
  const box = viewBoxOf(attributes.viewBox);
  const size = (name: 'width' | 'height', fallback: number) => {
    const said = attributes[name];
    // A share of a page that is not known is as large as the viewBox.
    const v = said?.trim().endsWith('%') ? fallback : lengthOf(said, fallback, fallback);
    return v > 0 ? v : fallback;
  };
  const [givenWidth, givenHeight] = [attributes.width, attributes.height].map(
    (v) => v !== undefined && !v.trim().endsWith('%'),
  );
  const ratio = box ? box.width / box.height : 1;
  let width = size('width', box?.width ?? usual.width);
  let height = size('height', box?.height ?? usual.height);
  if (box && givenWidth && !givenHeight) height = width / ratio;
  if (box && givenHeight && !givenWidth) width = height * ratio;
  // What is larger than a sheet may be is made smaller.
  const shown = box ?? { x: 0, y: 0, width, height };
  const fitting = Math.min(1, mostOfSheet / Math.max(width, height));
  [width, height] = [width, height].map((v) => Math.min(mostOfSheet, Math.max(leastOfSheet, v * fitting)));
  const reader = new SvgReader(root, readElement, atHand, (inner) => {
    try {
      return depth < deepest ? readInside(inner, atHand, depth + 1) : null;
    } catch (e) {
      if (e instanceof SvgFault) return null;
      throw e;
    }
  });
  const { matrix } = fitted(shown, width, height, attributes.preserveAspectRatio);
  const style = reader.cascade.computed(root);
  const inside = { ...startSetting(shown.width, shown.height), style, toSheet: matrix };
  const children = root.children.flatMap((child) => readElement(reader, child, inside) ?? []);
  const held =
    !isIdentity(matrix) && children.length
      ? [
          reader.keep(
            makePart(
              { kind: 'group' },
              { name: reader.freeName('Picture'), place: matrixPlace(matrix), children },
            ),
          ),
        ]
      : children;
  return { width, height, top: [...reader.aside, ...held], parts: reader.parts, report: reader.report };
}

/** The same as a design of its own, its sheet as large as the picture. */
export function svgToDesign(
  text: string,
  name: string,
  atHand: AtHand = {},
): { readonly design: Design; readonly report: readonly LeftOut[] } {
  const { width, height, top, parts, report } = readSvg(text, atHand);
  const design = makeDesign(name, { width, height, ground: null, parts: top });
  return { design: { ...design, parts }, report };
}
