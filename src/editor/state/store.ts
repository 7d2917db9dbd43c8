import { create } from 'zustand';
import type { Card, CardFault, Change, Design, Findings, Point } from '@/core';
import type { Aspect, CardRef, CoatRef, PointRef, Report, SnapHit, TidyFault } from '@/core/edit';
import type { Aside, SaveState } from '../sync/ports';
import { type InHand, pickInHand } from './in-hand';

export interface View {
  /** CSS pixels a sheet unit. */
  readonly zoom: number;
  /** Where the sheet's corner stands in the view, CSS pixels. */
  readonly x: number;
  readonly y: number;
}

/** What the tidy check found, and which fault is pointed at. */
export interface TidyState {
  /** Sheet units. */
  readonly tolerance: number;
  readonly faults: readonly TidyFault[];
  readonly over: string | null;
}

/** What is at hand on the wall of proofs. */
export interface WallState {
  /** The proof that is chosen. */
  readonly proof: string | null;
  /** The finding that is pointed at, on the wall and on the sheet. */
  readonly finding: string | null;
  readonly pane: 'findings' | 'proof' | 'card';
}

export interface EditorState {
  readonly designId: string;
  readonly design: Design | null;
  readonly sheetId: string;
  readonly chosen: readonly string[];
  /** The group or combination that was entered, or null for the sheet. */
  readonly scope: string | null;
  /** The pattern whose tile is worked on in place, and the cell of that tile on the sheet. */
  readonly tileWork: CoatRef | null;
  readonly cell: readonly Point[] | null;
  /** Words that are typed on the sheet, what of them is selected, and whether arrows move that. */
  readonly typing: {
    readonly id: string;
    readonly from: number;
    readonly to: number;
    readonly held: boolean;
  } | null;
  readonly card: CardRef | null;
  readonly stage: number;
  readonly tool: InHand;
  readonly report: Report | null;
  /** Points of drawn paths that are chosen while points are at work. */
  readonly points: readonly PointRef[];
  /** Grips of the card at hand that are chosen: nodes of a mesh, the stop of a gradient. */
  readonly grips: readonly string[];
  readonly faults: readonly CardFault[];
  readonly hits: readonly SnapHit[];
  readonly readout: string;
  /** The outline that a bend is given while its grip is held, SVG path text in sheet units. */
  readonly unbent: string;
  readonly view: View;
  readonly viewSize: { readonly width: number; readonly height: number };
  readonly outlineView: boolean;
  readonly snapping: boolean;
  /** Whether strokes and corner radii grow along when parts are scaled. */
  readonly scaleAlong: boolean;
  /** Whether a typed width takes the height along, and the other way round. */
  readonly keepShape: boolean;
  /** How near snaps pull, CSS pixels. */
  readonly snapReach: number;
  readonly tidy: TidyState;
  readonly wall: WallState;
  /** What was last measured of the sheet; null before. */
  readonly findings: Findings | null;
  /** A client’s comment that was followed to its place, in sheet units. */
  readonly remark: { readonly sheet: string; readonly at: Point; readonly words: string } | null;
  /** Where parts stand that follow the lamp while it is held, sheet units. */
  readonly lit: readonly Point[];
  /** The point of nine that place and size are told by, 0, 0.5 or 1 in each direction. */
  readonly reference: Point;
  /** How far curves drawn freehand may leave the pointer's way, CSS pixels. */
  readonly smoothness: number;
  /** Width of the eraser, sheet units. */
  readonly eraserWidth: number;
  /** What a press on a face does while faces are at hand. */
  readonly facePress: { readonly do: 'keep' | 'colour'; readonly colour: string };
  readonly undo: readonly Change[];
  readonly redo: readonly Change[];
  readonly save: SaveState;
  readonly saveMessage: string;
  /** Work that could not be stored and is kept apart until the designer says what becomes of it. */
  readonly asides: readonly Aside[];
  /** A report of what went wrong in this program, or nothing. */
  readonly defect: string;
  /** What the studio is at: work that takes long enough to be shown, or so long that it can be stopped. */
  readonly work: 'none' | 'slow' | 'long' | 'ended';
  /** How often the workers were started: what is drawn on by them is handed over anew. */
  readonly engines: number;
  /** Counts what was shown: pictures are drawn again when it grows. */
  readonly version: number;
  /** How often faces that were still to come have been taken up: words look otherwise from then on. */
  readonly facesTaken: number;
  readonly notice: string;
  /** The file that is being read, and what stops that; null where none is. */
  readonly reading: { readonly name: string; stop(): void } | null;
  /** The file that was exported last by itself, as it was set. */
  readonly onceRow: Card | null;
  readonly dialog: 'none' | 'keys' | 'search' | 'export' | 'palette' | 'face';
  /** A line drawn on the sheet and the colours along it, or null. */
  readonly profile: { readonly from: Point; readonly to: Point; readonly colours: readonly string[] } | null;
  /** What a press takes from another part while that is at hand. */
  readonly pickUp: Aspect;
  /** The guide whose number is asked for, and where in the view; null while none is. */
  readonly guideAsked: { readonly id: string; readonly at: Point } | null;
  /** Whether the view shows the whole sheet, and goes on doing so when the window changes. */
  readonly fitted: boolean;
  readonly folded: { readonly parts: boolean; readonly card: boolean; readonly bench: boolean };
}

/** Number of the stage that colours are worked on at. */
export const colourStage = 5;
/** Number of the stage that thickness and light are worked on in. */
export const depthStage = 6;
/** Number of the stage that shows the wall of proofs. */
export const proofStage = 7;

export const wallAtRest: WallState = { proof: null, finding: null, pane: 'findings' };

/** Nothing chosen, entered or at work. */
export const atRest = {
  chosen: [],
  scope: null,
  tileWork: null,
  cell: null,
  typing: null,
  card: null,
  tool: pickInHand,
} as const;

export const useEditor = create<EditorState>(() => ({
  designId: '',
  design: null,
  sheetId: '',
  ...atRest,
  stage: 1,
  report: null,
  points: [],
  grips: [],
  faults: [],
  hits: [],
  readout: '',
  unbent: '',
  view: { zoom: 0.25, x: 40, y: 40 },
  viewSize: { width: 800, height: 600 },
  guideAsked: null,
  fitted: false,
  outlineView: false,
  snapping: true,
  scaleAlong: true,
  keepShape: false,
  snapReach: 7,
  tidy: { tolerance: 1, faults: [], over: null },
  wall: wallAtRest,
  findings: null,
  remark: null,
  lit: [],
  reference: { x: 0.5, y: 0.5 },
  smoothness: 3,
  eraserWidth: 60,
  facePress: { do: 'keep', colour: '#f3d9a0' },
  undo: [],
  redo: [],
  save: 'saved',
  saveMessage: '',
  asides: [],
  defect: '',
  work: 'none',
  engines: 0,
  version: 0,
  facesTaken: 0,
  notice: '',
  reading: null,
  onceRow: null,
  dialog: 'none',
  profile: null,
  pickUp: 'paint',
  folded: { parts: false, card: false, bench: false },
}));

export const get = useEditor.getState;
/** Changes the state. Where the sheet at hand is gone from the design, the first one takes its place. */
export function set(change: Partial<EditorState> | ((s: EditorState) => Partial<EditorState>)): void {
  useEditor.setState((s) => {
    const next = typeof change === 'function' ? change(s) : change;
    const { design } = next;
    if (!design || design.sheets.some((h) => h.id === (next.sheetId ?? s.sheetId))) return next;
    return { ...next, sheetId: design.sheets[0].id, chosen: [], scope: null, card: null };
  });
}

/** The one chosen part, or null where none or several are. */
export const useChosenPart = () =>
  useEditor((s) => (s.chosen.length === 1 ? (s.design?.parts[s.chosen[0]] ?? null) : null));

/** Says something in passing at the foot of the window. */
export const say = (notice: string): void => set({ notice });
