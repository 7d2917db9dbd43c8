import {
  applyLockUps,
  type Design,
  type Lettering,
  type Matrix,
  type Part,
  type Place,
  type Point,
} from '@/core';
import * as edit from '@/core/edit';

/** The commands that need geometry or the whole tree. */
export type StudioCommand =
  | {
      readonly do:
        | 'group'
        | 'lock-up'
        | 'release'
        | 'remove'
        | 'duplicate'
        | 'plain'
        | 'pieces'
        | 'clip'
        | 'cut'
        | 'faces';
      readonly ids: readonly string[];
    }
  | {
      readonly do: 'combine';
      readonly ids: readonly string[];
      readonly operation: Parameters<typeof edit.combineParts>[3];
    }
  | {
      readonly do: 'change-faces';
      readonly id: string;
      readonly keys: readonly string[];
      readonly change: edit.FaceChange;
    }
  | {
      readonly do: 'draw-free';
      readonly points: Parameters<typeof edit.freePath>[2];
      /** How far the curves may leave the points, sheet units. */
      readonly tolerance: number;
      /** How near its ends a path closes. */
      readonly reach: number;
      readonly name: string;
    }
  | { readonly do: 'points'; readonly refs: readonly edit.PointRef[]; readonly change: edit.PointChange }
  | { readonly do: 'insert-point'; readonly ref: edit.PointRef; readonly at: Point }
  | { readonly do: 'press-handle'; readonly id: string; readonly card: edit.CardRef; readonly handle: string }
  /** A number of the part's place that a step tells. */
  | {
      readonly do: 'put-placed';
      readonly id: string;
      readonly card: string;
      readonly name: string;
      readonly value: number;
    }
  | {
      readonly do: 'add-lettering';
      readonly parent: string | null;
      /** Where its baseline starts. */
      readonly at: Point;
      readonly size: number;
    }
  | { readonly do: 'set-lettering'; readonly id: string; readonly change: Partial<Lettering> }
  | {
      readonly do: 'letters-out';
      readonly id: string;
      /** Where the letters start in the text. */
      readonly starts: readonly number[];
      /** Whether each piece becomes a part of its own. */
      readonly piecewise: boolean;
    }
  | { readonly do: 'blend'; readonly ids: readonly string[]; readonly along: boolean }
  | {
      readonly do: 'add-step';
      readonly id: string;
      readonly kind: string;
      readonly before: string | null;
      /** The coat that the step is for alone. */
      readonly coat?: string;
    }
  | {
      readonly do: 'fit-mesh';
      readonly coat: edit.CoatRef;
      readonly rows: number;
      readonly columns: number;
      /** Nodes that its corners move on along the outline. */
      readonly shift: number;
    }
  | { readonly do: 'fix-gradient'; readonly coat: edit.CoatRef; readonly fixed: boolean }
  | { readonly do: 'spread-gradient'; readonly ids: readonly string[] }
  | { readonly do: 'turn-gradient'; readonly coat: edit.CoatRef }
  | { readonly do: 'add-stop'; readonly coat: edit.CoatRef; readonly at: Point }
  | { readonly do: 'add-mesh-lines'; readonly coat: edit.CoatRef; readonly at: Point }
  | {
      readonly do: 'remove-mesh-line';
      readonly coat: edit.CoatRef;
      readonly node: number;
      readonly line: 'row' | 'column';
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
      /** What stays where it is, as a place on the bounds, 0–1 in each direction. */
      readonly about?: Point;
      /** Whether strokes and corner radii grow along, as they do where this is left out. */
      readonly along?: boolean;
    }
  | {
      readonly do: 'mend';
      /** Ids of faults. */
      readonly faults: readonly string[] | 'all';
      readonly tolerance: number;
    }
  /** Moves parts so that a place on their bounds, 0–1 in each direction, stands at x or y of the sheet. */
  | {
      readonly do: 'put';
      readonly ids: readonly string[];
      readonly about: Point;
      readonly x?: number;
      readonly y?: number;
    }
  /** The last transform once more; the studio knows it. */
  | { readonly do: 'again'; readonly ids: readonly string[]; readonly copy: boolean; readonly map?: Matrix }
  | { readonly do: 'place'; readonly id: string; readonly change: Partial<Place> }
  | {
      readonly do: 'turn';
      readonly ids: readonly string[];
      readonly angle: number;
      /** Where on the joint bounds they turn about, 0–1 in each direction. */
      readonly about?: Point;
    };

/** Works a command out on a sheet of a design. */
export function runCommand(d: Design, sheetId: string, c: StudioCommand): edit.Edited {
  const result = workOut(d, sheetId, c);
  return { ...result, design: applyLockUps(edit.settleTies(d, result.design)) };
}

function workOut(d: Design, sheetId: string, c: StudioCommand): edit.Edited {
  switch (c.do) {
    case 'group':
      return edit.groupParts(d, sheetId, c.ids);
    case 'lock-up':
      return edit.lockUpParts(d, sheetId, c.ids);
    case 'release':
      return edit.releaseParts(d, sheetId, c.ids);
    case 'add-step':
      return edit.addStep(d, c.id, c.kind, c.before, c.coat);
    case 'clip':
      return edit.clipParts(d, sheetId, c.ids);
    case 'cut':
      return edit.cutAlong(d, sheetId, c.ids);
    case 'faces':
      return edit.makeFaces(d, sheetId, c.ids);
    case 'change-faces':
      return edit.changeFaces(d, c.id, c.keys, c.change);
    case 'draw-free':
      return edit.freePath(d, sheetId, c.points, c.tolerance, c.reach, c.name);
    case 'points':
      return edit.changePoints(d, sheetId, c.refs, c.change);
    case 'insert-point':
      return edit.insertPointAt(d, c.ref, c.at);
    case 'press-handle':
      return edit.pressHandle(d, c.id, c.card, c.handle);
    case 'put-placed':
      return edit.putPlaced(d, c.id, c.card, c.name, c.value);
    case 'fit-mesh':
      return edit.fitMeshPaint(d, c.coat, c.rows, c.columns, c.shift);
    case 'fix-gradient':
      return edit.fixGradient(d, c.coat, c.fixed);
    case 'spread-gradient':
      return edit.spreadGradient(d, c.ids);
    case 'turn-gradient':
      return edit.turnGradient(d, c.coat);
    case 'add-stop':
      return edit.addStopAt(d, c.coat, c.at);
    case 'add-mesh-lines':
      return edit.addMeshLines(d, c.coat, c.at);
    case 'remove-mesh-line':
      return edit.removeMeshLine(d, c.coat, c.node, c.line);
    case 'add-lettering':
      return edit.addLettering(d, sheetId, c.parent, c.at, c.size);
    case 'set-lettering':
      return edit.setLettering(d, c.id, c.change);
    case 'letters-out':
      return edit.takeLettersOut(d, sheetId, c.id, c.starts, c.piecewise);
    case 'blend':
      return edit.blendParts(d, sheetId, c.ids, c.along);
    case 'plain':
      return edit.plainParts(d, c.ids);
    case 'pieces':
      return edit.releasePieces(d, sheetId, c.ids);
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
      return edit.resizeParts(d, c.ids, c.width, c.height, c.about, c.along);
    case 'mend':
      return edit.mendFaults(d, sheetId, c.tolerance, c.faults);
    case 'put':
      return edit.putParts(d, c.ids, c.about, c.x, c.y);
    case 'again':
      return c.map ? edit.transformAgain(d, sheetId, c.ids, c.map, c.copy) : { design: d, chosen: c.ids };
    case 'place':
      return { design: edit.placePart(d, c.id, c.change), chosen: [c.id] };
    case 'turn': {
      const b = edit.jointBounds(d, c.ids);
      return b
        ? {
            design: edit.turnParts(d, c.ids, c.angle, {
              x: b.x0 + (b.x1 - b.x0) * (c.about?.x ?? 0.5),
              y: b.y0 + (b.y1 - b.y0) * (c.about?.y ?? 0.5),
            }),
            chosen: c.ids,
          }
        : { design: d, chosen: c.ids };
    }
  }
}
