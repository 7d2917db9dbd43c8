import { lineCubic } from '../geometry/cubic';
import { type Contour, contourOf, reverseContour, segmentsOf } from '../geometry/path';
import { mapPaths } from '../outline/pieces';
import { defineStep } from './definition';

/** The outline run the other way, as strokes with heads and dashes show. */
export const reverse = defineStep({
  kind: 'reverse',
  label: 'Reverse',
  about: 'The same outline in the other direction.',
  alsoKnown: ['direction'],
  fields: [],
  defaults: {},
  apply: (outline) => mapPaths(outline, (p) => ({ ...p, contours: p.contours.map(reverseContour) })),
});

function closed(c: Contour): Contour {
  if (c.closed || c.xy.length < 8) return c;
  const cubics = segmentsOf(c);
  const [x0, y0] = c.xy;
  const [x1, y1] = c.xy.slice(-2);
  const line = x0 === x1 && y0 === y1 ? [] : [lineCubic(x1, y1, x0, y0)];
  return contourOf([...cubics, ...line], true);
}

/** Open contours closed by a straight line. */
export const close = defineStep({
  kind: 'close',
  label: 'Close',
  about: 'Joins the ends of open contours.',
  alsoKnown: ['join ends'],
  fields: [],
  defaults: {},
  apply: (outline) => mapPaths(outline, (p) => ({ ...p, contours: p.contours.map(closed) })),
});
