import type { PDFContext, PDFRawStream, PDFRef } from 'pdf-lib';
import { Tally } from '../../geometry/budget';
import { identity, invert, type Matrix, meanScale, multiply } from '../../geometry/matrix';
import { type Bounds, meetBounds, type Path, transformBounds } from '../../geometry/path';
import { nodeBounds } from '../../scene/damage';
import type { BlendMode, SceneNode } from '../../scene/types';
import { deflated } from '../deflate';
import { drawnNode, finenessWithin } from '../drawn-node';
import { inRuns } from '../pictured';
import { Content } from './content';
import { imageObject } from './image-object';
import { writerOf } from './nodes';
import type { GroupKind, PdfTarget, Pictured, SoftMask } from './target';
import { matrixText, num } from './values';
import type { PdfWords } from './words';

/** A blend mode by its name in a PDF: that of the W3C without its dashes (ISO 32000-1, 11.3.5). */
export const modeName = (mode: BlendMode): string =>
  mode
    .split('-')
    .map((w) => w[0].toUpperCase() + w.slice(1))
    .join('');

/** Pixels of all pictures on a page. */
const mostPixels = 250_000_000;

/** A picture that is in the file, and where it lies in the coordinates of its node. */
interface Placed {
  readonly ref: PDFRef;
  readonly box: Bounds;
}

/** Writes nodes as content streams, and keeps what they name. */
export class PdfWriter implements PdfTarget {
  private readonly known = new Map<unknown, PDFRef>();
  private readonly drawn = new Map<SceneNode, Map<string, Placed>>();
  private readonly pixels: Tally;
  /** What went in as pictures, and how often. */
  readonly pictured = new Map<string, number>();

  /**
   * @param lettering what sets lettering as text; it is outlines where that is left out
   * @param fineness pixels a sheet unit of what goes in as pictures; `area` is what of the sheet the page shows, `most` how many
   * pixels its pictures may have together.
   */
  constructor(
    private readonly context: PDFContext,
    private readonly fineness: number,
    readonly area: Bounds,
    most = mostPixels,
    private readonly lettering: PdfWords | null = null,
  ) {
    this.pixels = new Tally(most, 'Its pictures would have', 'pixels; a page may have');
  }

  object(value: object): PDFRef {
    return this.context.register(this.context.obj(value as never));
  }

  stream(bytes: string | Uint8Array, dictionary: object): PDFRef {
    if (typeof bytes === 'string')
      return this.context.register(this.context.flateStream(bytes, dictionary as never) as PDFRawStream);
    // Pixels are many: packing them as hard as can be takes longer than drawing them.
    const packed = deflated(bytes, 3);
    return this.context.register(
      this.context.stream(packed, { ...dictionary, Filter: 'FlateDecode' } as never) as PDFRawStream,
    );
  }

  shared(key: unknown, make: () => PDFRef): PDFRef {
    const ref = this.known.get(key) ?? make();
    this.known.set(key, ref);
    return ref;
  }

  group(write: (content: Content) => void, { isolated = true }: GroupKind = {}): PDFRef {
    const content = new Content();
    write(content);
    const { x0, y0, x1, y1 } = this.area;
    return this.stream(content.text, {
      Type: 'XObject',
      Subtype: 'Form',
      BBox: [x0, y0, x1, y1],
      Resources: content.resources,
      Group: { S: 'Transparency', CS: 'DeviceRGB', I: isolated, K: false },
    });
  }

  state(content: Content, opacity: number, blend: BlendMode, mask: SoftMask | null = null): void {
    if (opacity >= 1 && blend === 'normal' && !mask) return;
    const key = `state ${num(opacity)} ${blend} ${mask?.by ?? ''} ${mask?.group ?? ''}`;
    const ref = this.shared(key, () =>
      this.object({
        Type: 'ExtGState',
        ca: Math.min(1, Math.max(0, opacity)),
        BM: modeName(blend),
        ...(mask ? { SMask: { Type: 'Mask', S: mask.by, G: mask.group } } : {}),
      }),
    );
    content.add(`/${content.name('ExtGState', ref)} gs`);
  }

  picture(
    content: Content,
    node: SceneNode,
    toSheet: Matrix,
    { what, of = node, at = toSheet, fineness = 1 }: Pictured,
  ): void {
    const back = invert(toSheet);
    const own = nodeBounds(node, identity);
    // What lies far off the sheet is not drawn.
    const bounds = own && back && meetBounds(own, transformBounds(this.area, back));
    if (!bounds) return;
    const { ref, box } = this.pictureOnce(of, `${at} ${fineness}`, () => {
      this.pictured.set(what, (this.pictured.get(what) ?? 0) + 1);
      const wished = fineness * this.fineness * meanScale(toSheet);
      const scale = finenessWithin(bounds, wished);
      this.pixels.add((bounds.x1 - bounds.x0) * (bounds.y1 - bounds.y0) * scale * scale);
      const { box, ...pixels } = drawnNode(node, bounds, scale);
      return { ref: imageObject(this, pixels), box };
    });
    // A picture's first row lies at the top of its unit square.
    const place: Matrix = [box.x1 - box.x0, 0, 0, box.y0 - box.y1, box.x0, box.y1];
    content.add('q');
    this.state(content, node.opacity, node.blend);
    content.add(`${matrixText(multiply(toSheet, place))} cm`, `/${content.name('XObject', ref)} Do`, 'Q');
  }

  /** What stands in several places, as in masks, goes in once. */
  private pictureOnce(of: SceneNode, how: string, make: () => Placed): Placed {
    const known = this.drawn.get(of) ?? new Map<string, Placed>();
    this.drawn.set(of, known);
    const placed = known.get(how) ?? make();
    known.set(how, placed);
    return placed;
  }

  words(content: Content, path: Path, toSheet: Matrix): boolean {
    return this.lettering?.write(content, path, toSheet) ?? false;
  }

  nodes(content: Content, list: readonly SceneNode[], toSheet: Matrix): void {
    for (const { node, whole } of inRuns(list))
      if (whole) this.picture(content, node, toSheet, { what: 'bent and receding paints' });
      else writerOf(node)(this, content, node, toSheet);
  }
}
