import type { PDFContext, PDFRawStream, PDFRef } from 'pdf-lib';
import { identity, invert, type Matrix, meanScale, multiply } from '../../geometry/matrix';
import { type Bounds, meetBounds, transformBounds } from '../../geometry/path';
import { nodeBounds } from '../../scene/damage';
import type { BlendMode, SceneNode } from '../../scene/types';
import { pixelsOf } from '../svg/picture';
import { inRuns } from '../svg/pictured';
import { Content } from './content';
import { imageObject } from './image-object';
import { writerOf } from './nodes';
import type { GroupKind, PdfTarget, SoftMask } from './target';
import { matrixText, num } from './values';

/** A blend mode by its name in a PDF: that of the W3C without its dashes (ISO 32000-1, 11.3.5). */
export const modeName = (mode: BlendMode): string =>
  mode
    .split('-')
    .map((w) => w[0].toUpperCase() + w.slice(1))
    .join('');

/** Writes nodes as content streams, and keeps what they name. */
export class PdfWriter implements PdfTarget {
  private readonly known = new Map<unknown, PDFRef>();
  /** What went in as pictures, and how often. */
  readonly pictured = new Map<string, number>();

  /** @param fineness pixels a sheet unit of what goes in as pictures; `area` is what of the sheet the page shows. */
  constructor(
    private readonly context: PDFContext,
    private readonly fineness: number,
    readonly area: Bounds,
  ) {}

  object(value: object): PDFRef {
    return this.context.register(this.context.obj(value as never));
  }

  stream(bytes: string | Uint8Array, dictionary: object): PDFRef {
    return this.context.register(this.context.flateStream(bytes, dictionary as never) as PDFRawStream);
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

  picture(content: Content, node: SceneNode, toSheet: Matrix, what: string, fineness = 1): void {
    const back = invert(toSheet);
    const own = nodeBounds(node, identity);
    // What lies far off the sheet is not drawn.
    const bounds = own && back && meetBounds(own, transformBounds(this.area, back));
    if (!bounds) return;
    this.pictured.set(what, (this.pictured.get(what) ?? 0) + 1);
    const { box, ...pixels } = pixelsOf(node, bounds, fineness * this.fineness * meanScale(toSheet));
    const ref = imageObject(this, pixels);
    // A picture's first row lies at the top of its unit square.
    const place: Matrix = [box.x1 - box.x0, 0, 0, box.y0 - box.y1, box.x0, box.y1];
    content.add('q');
    this.state(content, node.opacity, node.blend);
    content.add(`${matrixText(multiply(toSheet, place))} cm`, `/${content.name('XObject', ref)} Do`, 'Q');
  }

  nodes(content: Content, list: readonly SceneNode[], toSheet: Matrix): void {
    for (const { node, whole } of inRuns(list))
      if (whole) this.picture(content, node, toSheet, 'bent and receding paints');
      else writerOf(node)(this, content, node, toSheet);
  }
}
