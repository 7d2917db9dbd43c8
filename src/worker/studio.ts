/** The studio worker: holds the design, evaluates it, picks, snaps and works out gestures. */
import { expose, transfer } from 'comlink';
import {
  applyPatch,
  type Bounds,
  type Design,
  diffJson,
  evaluate,
  evaluatePart,
  Painter,
  type Part,
  type PatchOperation,
  type Place,
  pictureSize,
  renderBands,
  type Scene,
  type SceneNode,
  sceneToSvg,
} from '@/core';
import * as edit from '@/core/edit';
import { nodeBounds, SceneEncoder, sceneDamage } from '@/core/live';

export interface Frame {
  readonly version: number;
  readonly damage: Bounds | 'all' | null;
  readonly report: edit.Report;
}

export interface Choice {
  readonly ids: readonly string[];
  readonly card: edit.CardRef | null;
}

export interface GestureAnswer extends Frame {
  /** From the design the gesture began with. */
  readonly patch: PatchOperation[];
  readonly hits: readonly edit.SnapHit[];
  readonly readout: string;
}

/** A square picture, straight-alpha RGBA. */
export interface SmallPicture {
  readonly size: number;
  readonly data: Uint8ClampedArray<ArrayBuffer>;
}

const receivers: { port: MessagePort; encoder: SceneEncoder }[] = [];
let design: Design | null = null;
let base: Design | null = null;
let sheetId = '';
let version = 0;
let scene: Scene | null = null;
let thumbPainter: Painter | null = null;
let bands: ReturnType<typeof renderBands> | null = null;

function must(): Design {
  if (!design) throw new Error('No design is open.');
  return design;
}

function show(choice: Choice): Frame {
  const d = must();
  const next = evaluate(d, sheetId);
  const damage = sceneDamage(scene, next);
  scene = next;
  version++;
  for (const { port, encoder } of receivers) port.postMessage({ version, wire: encoder.encode(next) });
  return { version, damage, report: edit.reportOf(d, choice.ids, choice.card) };
}

/** A small picture of nodes, `size` pixels at its longer side, with a margin. */
function thumbnail(nodes: readonly SceneNode[], size: number): SmallPicture | null {
  const all = nodes.map((n) => nodeBounds(n, [1, 0, 0, 1, 0, 0])).filter((b) => b !== null);
  if (!all.length) return null;
  const b = all.reduce((p, q) => ({
    x0: Math.min(p.x0, q.x0),
    y0: Math.min(p.y0, q.y0),
    x1: Math.max(p.x1, q.x1),
    y1: Math.max(p.y1, q.y1),
  }));
  const side = Math.max(b.x1 - b.x0, b.y1 - b.y0);
  if (!(side > 0) || !Number.isFinite(side)) return null;
  const scale = (size - 6) / side;
  thumbPainter ??= new Painter();
  thumbPainter.scale = scale;
  const x = (size - (b.x1 - b.x0) * scale) / 2 - b.x0 * scale;
  const y = (size - (b.y1 - b.y0) * scale) / 2 - b.y0 * scale;
  thumbPainter.drawTile(
    { width: 0, height: 0, ground: null, nodes },
    [scale, 0, 0, scale, x, y],
    0,
    0,
    size,
    size,
  );
  const data = thumbPainter.bytes();
  return transfer({ size, data }, [data.buffer]);
}

/** The part as it is after one card of its recipe: later cards left out. */
function partAfter(part: Part, card: edit.CardRef): Part {
  if (card.list === 'source') return { ...part, steps: [], finishes: [] };
  const upTo = <T extends { id: string }>(list: readonly T[], id: string) =>
    list.slice(0, list.findIndex((c) => c.id === id) + 1);
  if (card.list === 'steps') return { ...part, steps: upTo(part.steps, card.id), finishes: [] };
  if (card.list === 'coats')
    return { ...part, coats: part.coats.filter((c) => c.id === card.id), finishes: [] };
  return { ...part, finishes: upTo(part.finishes, card.id) };
}

const neutral = [
  {
    id: 'neutral',
    kind: 'fill',
    on: true,
    opacity: 1,
    blend: 'normal',
    paint: { kind: 'solid', colour: '#8a94a0' },
  },
] as const;

const studio = {
  /** Gives a raster worker's end of a channel. */
  addReceiver(port: MessagePort): void {
    receivers.push({ port, encoder: new SceneEncoder() });
    if (scene) {
      const r = receivers[receivers.length - 1];
      port.postMessage({ version, wire: r.encoder.encode(scene) });
    }
  },

  /**
   * Fetches a stored design and works out its first sheet, while the window is still busy coming up.
   * Returns the server's answer; status 0 means that it was not reached.
   */
  async load(id: string): Promise<{ status: number; data: unknown }> {
    design = null;
    base = null;
    scene = null;
    try {
      const response = await fetch(`/api/designs/${encodeURIComponent(id)}`);
      const data: unknown = await response.json();
      if (response.ok) {
        design = (data as { document: Design }).document;
        sheetId = design.sheets[0].id;
        // After the answer has gone out.
        setTimeout(() => design && evaluate(design, sheetId));
      }
      return { status: response.status, data };
    } catch {
      return { status: 0, data: null };
    }
  },

  /** Shows a sheet of the loaded design. */
  open(sheet: string, choice: Choice): Frame {
    sheetId = sheet;
    scene = null;
    return show(choice);
  },

  /** Takes a change over from the window. */
  change(patch: readonly PatchOperation[], choice: Choice): Frame {
    design = applyPatch(must(), patch);
    base = null;
    return show(choice);
  },

  choose(choice: Choice): edit.Report {
    return edit.reportOf(must(), choice.ids, choice.card);
  },

  /** One move of a gesture. The first begins it; `endGesture` ends it. */
  gesture(g: edit.Gesture, reach: number, choice: Choice): GestureAnswer {
    base ??= must();
    const result = edit.applyGesture(base, sheetId, g, reach);
    design = result.design;
    const frame = show(choice);
    return { ...frame, patch: diffJson(base, design), hits: result.hits, readout: result.readout };
  },

  /** Begins a gesture from a design that a first change (such as a copy) has made. */
  endGesture(keep: boolean, choice: Choice): Frame {
    if (!keep && base) design = base;
    base = null;
    return show(choice);
  },

  pick(parent: string | null, x: number, y: number, reach: number): string[] {
    return edit.pickParts(must(), sheetId, parent, { x, y }, reach);
  },

  within(parent: string | null, area: Bounds): string[] {
    return edit.partsWithin(must(), sheetId, parent, area);
  },

  bounds(ids: readonly string[]): Bounds | null {
    return edit.jointBounds(must(), ids);
  },

  /** Outline of one part as SVG path text in sheet units, for pointing at it. */
  outline(id: string): string {
    const d = must();
    return d.parts[id] ? (edit.reportOf(d, [id], null).outlines[0]?.d ?? '') : '';
  },

  /** Outlines of all visible parts that draw themselves, for the outline view. */
  allOutlines(): string[] {
    const d = must();
    const visit = (id: string): string[] => {
      const part = d.parts[id];
      if (!part || part.hidden) return [];
      const own = part.source.kind === 'group' ? [] : [edit.reportOf(d, [id], null).outlines[0]?.d ?? ''];
      return [...own, ...part.children.flatMap(visit)];
    };
    return edit.sheetOf(d, sheetId).parts.flatMap(visit);
  },

  /** Runs one of the editing commands and says what it changes. */
  run(command: StudioCommand): { patch: PatchOperation[]; chosen: readonly string[] } {
    const d = must();
    const { design: next, chosen } = runCommand(d, command);
    return { patch: diffJson(d, next), chosen };
  },

  partPicture(id: string, size: number): SmallPicture | null {
    const d = must();
    const part = d.parts[id];
    if (!part) return null;
    const result = evaluatePart(d, part);
    const bare = result.nodes.length ? result.nodes : evaluatePart(d, { ...part, coats: neutral }).nodes;
    return thumbnail([{ ...result.node, children: bare, opacity: 1, blend: 'normal' }], size);
  },

  cardPicture(id: string, card: edit.CardRef, size: number): SmallPicture | null {
    const d = must();
    const part = d.parts[id];
    if (!part) return null;
    const shown = partAfter(part, card);
    const result = evaluatePart(
      d,
      shown.coats.length || shown.children.length ? shown : { ...shown, coats: neutral },
    );
    return thumbnail([{ ...result.node, opacity: 1, blend: 'normal' }], size);
  },

  svg(ground: boolean): string {
    return sceneToSvg(evaluate(must(), sheetId), must().name, ground);
  },

  /** Begins a picture of the sheet as it is now; `pictureBand` draws it piece by piece. */
  beginPicture(width: number, ground: boolean): { width: number; height: number } {
    const whole = evaluate(must(), sheetId);
    const drawn = ground ? whole : { ...whole, ground: null };
    const scale = width / drawn.width;
    bands = renderBands(drawn, scale);
    return pictureSize(drawn, scale);
  },

  /** The next rows of the picture, or null when it is done. In between, the studio answers as usual. */
  pictureBand() {
    const next = bands?.next();
    if (!next || next.done) {
      bands = null;
      return null;
    }
    return transfer(next.value, [next.value.data.buffer]);
  },
};

/** The commands that need geometry or the whole tree. */
export type StudioCommand =
  | { readonly do: 'group' | 'release' | 'remove' | 'duplicate'; readonly ids: readonly string[] }
  | {
      readonly do: 'combine';
      readonly ids: readonly string[];
      readonly operation: Parameters<typeof edit.combineParts>[3];
    }
  | { readonly do: 'order'; readonly ids: readonly string[]; readonly order: edit.Order }
  | { readonly do: 'align'; readonly ids: readonly string[]; readonly how: edit.Alignment }
  | { readonly do: 'distribute'; readonly ids: readonly string[]; readonly axis: 'x' | 'y' }
  | { readonly do: 'nudge'; readonly ids: readonly string[]; readonly dx: number; readonly dy: number }
  | {
      readonly do: 'paste';
      readonly parent: string | null;
      readonly parts: Readonly<Record<string, Part>>;
      readonly top: readonly string[];
    }
  | {
      readonly do: 'reparent';
      readonly ids: readonly string[];
      readonly parent: string | null;
      readonly index: number;
    }
  | {
      readonly do: 'resize';
      readonly ids: readonly string[];
      readonly width?: number;
      readonly height?: number;
    }
  | { readonly do: 'place'; readonly id: string; readonly change: Partial<Place> }
  | { readonly do: 'turn'; readonly ids: readonly string[]; readonly angle: number };

function runCommand(d: Design, c: StudioCommand): edit.Edited {
  switch (c.do) {
    case 'group':
      return edit.groupParts(d, sheetId, c.ids);
    case 'release':
      return edit.releaseParts(d, sheetId, c.ids);
    case 'remove':
      return edit.removeParts(d, sheetId, c.ids);
    case 'duplicate':
      return edit.duplicateParts(d, sheetId, c.ids);
    case 'combine':
      return edit.combineParts(d, sheetId, c.ids, c.operation);
    case 'order':
      return edit.orderParts(d, sheetId, c.ids, c.order);
    case 'align':
      return edit.alignParts(d, sheetId, c.ids, c.how);
    case 'distribute':
      return edit.distributeParts(d, c.ids, c.axis);
    case 'nudge':
      return { design: edit.moveParts(d, edit.topmost(d, c.ids), c.dx, c.dy), chosen: c.ids };
    case 'paste':
      return edit.pasteParts(d, sheetId, c.parent, c.parts, c.top);
    case 'reparent':
      return edit.reparentParts(d, sheetId, c.ids, c.parent, c.index);
    case 'resize':
      return edit.resizeParts(d, c.ids, c.width, c.height);
    case 'place':
      return { design: edit.placePart(d, c.id, c.change), chosen: [c.id] };
    case 'turn': {
      const b = edit.jointBounds(d, c.ids);
      return b
        ? {
            design: edit.turnParts(d, c.ids, c.angle, { x: (b.x0 + b.x1) / 2, y: (b.y0 + b.y1) / 2 }),
            chosen: c.ids,
          }
        : { design: d, chosen: c.ids };
    }
  }
}

export type Studio = typeof studio;

expose(studio);
