import { transfer } from 'comlink';
import {
  applyLockUps,
  applyPatch,
  type Bounds,
  type Budget,
  type Card,
  type Clipping,
  type Design,
  diffJson,
  type ExportSet,
  evaluate,
  evaluatePart,
  fetchImages,
  imagesMissing,
  isGroup,
  type Matrix,
  type PatchOperation,
  type Picture,
  type Point,
  provideImages,
  type Scene,
  type SceneNode,
  setBudget,
  withImages,
} from '@/core';
import * as edit from '@/core/edit';
import { SceneEncoder, sceneDamage } from '@/core/live';

import { Against } from './against';
import { holdOwnLock } from './alive';
import { facesToCome, fetchFaces } from './faces';
import { BandPicture, filePreview, type MadeFile, outlineFile, planned, svgText } from './files';
import { damageOnKept, FirstScene } from './first-scene';
import { laps, type StudioTimes } from './frame-times';
import { serverImages } from './images';
import type { KeptScene } from './kept-scenes';
import { requested, workOutAhead } from './letters-ahead';
import type { SceneMessage } from './messages';
import { colourOf, neutral, partAfter, type SmallPicture, thumbnail } from './pictures';

export interface Frame {
  readonly version: number;
  readonly damage: Bounds | 'all' | null;
  readonly report: edit.Report;
  /** The cell of the tile that is worked on, its four corners in sheet units; null while none is. */
  readonly cell: readonly Point[] | null;
  /** Whether faces or pictures that parts are made of are still to be fetched. */
  readonly moreToCome: boolean;
  readonly took: StudioTimes;
}

export interface Choice {
  readonly ids: readonly string[];
  readonly card: edit.CardRef | null;
  /** Whether points are at work. */
  readonly points?: boolean;
  /** Grips that are chosen. */
  readonly grips?: readonly string[];
}

export interface GestureAnswer extends Frame {
  /** From the design the gesture began with. */
  readonly patch: PatchOperation[];
  readonly hits: readonly edit.SnapHit[];
  readonly readout: string;
  /** The outline that a bend is given whose grip is held, SVG path text in sheet units. */
  readonly unbent: string;
  /** What is to be said of it once it is done. */
  readonly said?: string;
}

provideImages(serverImages);

/** Workers that draw or measure, by their names. All get the same, so a scene is encoded once for all of them. */
const receivers = new Map<string, MessagePort>();
const encoder = new SceneEncoder();
let design: Design | null = null;
let base: Design | null = null;
let sheetId = '';
let version = 0;
/** The pattern whose tile is worked on. */
let tileWork: edit.CoatRef | null = null;
let scene: Scene | null = null;
let gestureType: edit.Gesture['type'] | '' = '';
/** What the last move, turn or scale did to the first part it had. */
let lastMap: Matrix | null = null;
const picture = new BandPicture();
const first = new FirstScene();
/** The scene that is shown as it was kept, while it is not worked out yet. */
let shownAsKept: KeptScene | null = null;

function must(): Design {
  if (!design) throw new Error('No design is open.');
  return design;
}

/** What has changed in sight since the scene before. */
function damageOf(next: Scene): Frame['damage'] {
  const before = shownAsKept;
  shownAsKept = null;
  return before && before.scene === scene ? damageOnKept(before, next) : sceneDamage(scene, next);
}

/** Shows the design as it is; with `kept`, as that was kept, and what it comes to is worked out next. */
function show(choice: Choice, kept: KeptScene | null = null): Frame {
  requested();
  const lap = laps();
  const d = applyLockUps(must());
  design = d;
  // The sheet at hand may have gone with a change that was undone.
  if (!d.sheets.some((s) => s.id === sheetId)) sheetId = d.sheets[0].id;
  const tile = tileWork && edit.tileScene(d, sheetId, tileWork);
  if (!tile) tileWork = null;
  const next = tile?.scene ?? kept?.scene ?? evaluate(d, sheetId, true);
  const evaluated = lap();
  const damage = damageOf(next);
  if (kept) shownAsKept = kept;
  else if (!tile) first.shown(d, sheetId, next);
  const compared = lap();
  scene = next;
  version++;
  against.follow(d);
  sendScene(next);
  const sent = lap();
  const report = edit.reportOf(d, choice.ids, choice.card, choice.points, sheetId, choice.grips);
  return {
    version,
    damage,
    cell: tile?.cell ?? null,
    moreToCome: kept !== null || facesToCome(d) || imagesMissing(d).length > 0,
    report,
    took: { change: 0, evaluate: evaluated, compare: compared, send: sent, report: lap() },
  };
}

/** A frame with the time that its change took beside it. */
const withChange = <F extends Frame>(frame: F, change: number): F => ({
  ...frame,
  took: { ...frame.took, change },
});

function send(message: SceneMessage): void {
  for (const port of receivers.values()) port.postMessage(message);
}

const sendScene = (whole: Scene): void => send({ version, wire: encoder.encode(whole) });

/** What proofs hold the sheet against. */
const against = new Against(send);

/** The design as it can be picked: a tile that is worked on is in sight. */
const inSight = (): Design => (tileWork ? edit.withTileShown(must(), tileWork) : must());

/** What the bend is given whose grip is held: the same all through a drag. */
let heldBend: { readonly from: Design; readonly d: string } | null = null;

function unbentIn(from: Design, g: edit.Gesture): string {
  if (heldBend?.from !== from)
    heldBend = { from, d: g.type === 'handle' ? edit.unbentOutline(from, g.id, g.card) : '' };
  return heldBend.d;
}

/** Gestures that move, turn or scale. */
const moves = new Set<edit.Gesture['type'] | ''>(['move', 'turn', 'scale']);

function noteTransform(before: Design, after: Design, [first]: readonly string[]): void {
  lastMap = (first && edit.transformBetween(before, after, first)) || lastMap;
}

const sent = (picture: SmallPicture | null): SmallPicture | null =>
  picture && transfer(picture, [picture.data.buffer]);

/** What of a design tells the faces that a sheet is set in. */
function onSheet(whole: Design, id: string): Pick<Design, 'parts' | 'sheets'> {
  const sheets = whole.sheets.filter((s) => s.id === id);
  const ids = sheets.flatMap((s) => s.parts).flatMap((part) => edit.familyOf(whole, part));
  return { sheets, parts: Object.fromEntries(ids.map((part) => [part, whole.parts[part]])) };
}

/** What the studio worker does; the window calls it through messages. */
export const studio = {
  /** Gives the end of a channel of a worker that needs scenes, under its name. */
  addReceiver(name: string, port: MessagePort): void {
    receivers.set(name, port);
    // It has nothing yet: all get the whole anew.
    encoder.reset();
    if (design) against.follow(design, true);
    if (scene) sendScene(scene);
  },

  /** Sends a worker no more scenes. */
  dropReceiver(name: string): void {
    receivers.get(name)?.close();
    receivers.delete(name);
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
        const { document, budget } = data as { document: Design; budget?: Partial<Budget> };
        // The limits that the server works under hold here as well.
        setBudget(budget ?? {});
        design = document;
        sheetId = design.sheets[0].id;
        const loaded = design;
        // Faces that only other sheets are set in come once this one is shown.
        const [known] = await Promise.all([
          first.look(loaded, sheetId, id),
          fetchFaces(onSheet(loaded, sheetId)),
          fetchImages(imagesMissing(loaded)),
        ]);
        // After the answer has gone out.
        if (!known)
          setTimeout(() => {
            if (design === loaded) first.workOut(loaded, sheetId, () => evaluate(loaded, sheetId, true));
          });
      }
      return { status: response.status, data };
    } catch {
      return { status: 0, data: null };
    }
  },

  /** Takes a whole design up in place of the one at hand. */
  put(next: Design, sheet: string, choice: Choice): Frame {
    design = next;
    base = null;
    picture.stop();
    sheetId = sheet;
    scene = null;
    return show(choice);
  },

  /** Resolves once this worker holds the lock of its own name: whoever gets that lock then knows that it is gone. */
  alive: holdOwnLock,

  /** Shows a sheet of the loaded design. */
  open(sheet: string, choice: Choice): Frame {
    const kept = first.take(design);
    const same = sheet === sheetId;
    sheetId = sheet;
    scene = null;
    tileWork = null;
    return show(choice, same ? kept : null);
  },

  /** Shows the tile of a pattern among its neighbours, or the whole sheet again. */
  workOnTile(ref: edit.CoatRef | null, choice: Choice): Frame {
    tileWork = ref;
    scene = null;
    return show(choice);
  },

  /** Takes a change over from the window. */
  change(patch: readonly PatchOperation[], choice: Choice): Frame {
    const lap = laps();
    design = applyPatch(must(), patch);
    base = null;
    const took = lap();
    return withChange(show(choice), took);
  },

  /** Fetches faces and pictures that are still to come, and shows what is made of them; with what cannot be had, in words. */
  async takeMore(choice: Choice): Promise<Frame & { words: readonly string[] }> {
    const d = must();
    const [words] = await Promise.all([fetchFaces(d), fetchImages(imagesMissing(d))]);
    return { ...show(choice), words };
  },

  choose(choice: Choice): edit.Report {
    return edit.reportOf(must(), choice.ids, choice.card, choice.points, sheetId, choice.grips);
  },

  /** One move of a gesture. The first begins it; `endGesture` ends it. */
  gesture(g: edit.Gesture, reach: number, choice: Choice): GestureAnswer {
    const lap = laps();
    base ??= must();
    gestureType = g.type;
    const result = edit.applyGesture(base, sheetId, g, reach);
    design = result.design;
    const gestured = lap();
    const frame = show(choice);
    lap();
    const answer = {
      ...frame,
      patch: diffJson(base, design),
      hits: result.hits,
      readout: result.readout,
      unbent: unbentIn(base, g),
      said: result.said,
    };
    return withChange(answer, gestured + lap());
  },

  /** Begins a gesture from a design that a first change (such as a copy) has made. */
  endGesture(keep: boolean, choice: Choice): Frame {
    if (!keep && base) design = base;
    if (base && keep && moves.has(gestureType)) noteTransform(base, must(), choice.ids);
    base = null;
    heldBend = null;
    return show(choice);
  },

  pick(parent: string | null, x: number, y: number, reach: number): string[] {
    return edit.pickParts(inSight(), sheetId, parent, { x, y }, reach);
  },

  /** The topmost part at a place, however deep in groups. */
  pickDeep(x: number, y: number, reach: number, except: readonly string[]): string | null {
    return edit.pickDeep(inSight(), sheetId, { x, y }, reach, except);
  },

  /** The member of a part that a press into it means. */
  memberAt(parent: string, x: number, y: number, reach: number): string | null {
    return edit.memberAt(inSight(), sheetId, parent, { x, y }, reach);
  },

  /** A place drawn to what is near it on the sheet; on the line from `from` where that is given. */
  snap(p: Point, from: Point | null, reach: number): { p: Point; hits: readonly edit.SnapHit[] } {
    const snapped = edit.snapPoint(must(), sheetId, null, [], p, reach);
    return from ? edit.keepStraight(from, p, snapped) : snapped;
  },

  within(parent: string | null, area: Bounds): string[] {
    return edit.partsWithin(inSight(), sheetId, parent, area);
  },

  /** Parts of the sheet that are like one. */
  like(id: string, by: edit.Sameness): string[] {
    return edit.partsLike(must(), sheetId, id, by);
  },

  /** The colour that a place of the sheet shows, as hex. */
  colourAt(x: number, y: number): Promise<string> {
    const d = must();
    return withImages(() => colourOf(evaluate(d, sheetId, true), x, y));
  },

  /** The colours that the sheet shows at even steps along a line, as hex. */
  coloursAlong(a: Point, b: Point): Promise<string[]> {
    const whole = evaluate(must(), sheetId, true);
    const n = 96;
    return withImages(() =>
      Array.from({ length: n + 1 }, (_, i) =>
        colourOf(whole, a.x + ((b.x - a.x) * i) / n, a.y + ((b.y - a.y) * i) / n),
      ),
    );
  },

  /** How much of what one of a part's finishes is given has each tone. */
  tones(id: string, card: string): Promise<number[]> {
    const d = must();
    return withImages(() => edit.tonesOfPart(d, id, card));
  },

  /** Has the letters that may be typed next into a part's words worked out while there is time. */
  expectWords(id: string): void {
    requested();
    void workOutAhead(() => design, id);
  },

  /** What can be done to letters one by one. */
  letters(id: string, from: number, to: number): edit.LetterAtHand[] {
    return edit.lettersAtHand(must(), id, from, to);
  },

  /** Where parts of the sheet stand that follow its lamp. */
  litPlaces(): Point[] {
    return edit.litPlaces(must(), sheetId);
  },

  /** Has proofs held against these; says in words what cannot be had. */
  holdAgainst(addresses: readonly string[], designId: string): Promise<string[]> {
    return against.hold(addresses, must(), designId);
  },

  /** Faults of the sheet. */
  tidy(tolerance: number): edit.TidyFault[] {
    return edit.tidyFaults(must(), sheetId, tolerance);
  },

  bounds(ids: readonly string[]): Bounds | null {
    return edit.jointBounds(must(), ids);
  },

  /** What a text holds that was copied here or in another window; `fault` says in words why it cannot be taken. */
  async clipping(text: string): Promise<{ clipping: Clipping | null; fault?: string }> {
    // The validator is large, and comes when it is needed.
    const { DesignError, readClipping } = await import('@/core/reading');
    try {
      return { clipping: readClipping(text) };
    } catch (e) {
      if (e instanceof DesignError) return { clipping: null, fault: e.message };
      throw e;
    }
  },

  /** Outline of one part as SVG path text in sheet units, for pointing at it. */
  outline(id: string): string {
    const d = must();
    return d.parts[id] ? edit.outlineText(d, id) : '';
  },

  /** Outlines of all visible parts that draw themselves, for the outline view. */
  allOutlines(): string[] {
    const d = must();
    const visit = (id: string): string[] => {
      const part = d.parts[id];
      if (!part || part.hidden) return [];
      const own = isGroup(part.source) ? [] : [edit.outlineText(d, id, Number.POSITIVE_INFINITY)];
      return [...own, ...part.children.flatMap(visit)];
    };
    return edit.sheetOf(d, sheetId).parts.flatMap(visit);
  },

  /** Runs one of the editing commands and says what it changes. */
  async run(
    command: edit.Command,
  ): Promise<Pick<edit.Edited, 'chosen' | 'card' | 'said'> & { patch: PatchOperation[] }> {
    const d = must();
    const context = { sheetId, lastTransform: lastMap };
    const { design: next, chosen, card, said } = await withImages(() => edit.runCommand(d, command, context));
    if (edit.commands[command.do].transforms) noteTransform(d, next, chosen);
    return { patch: diffJson(d, next), chosen, card, said };
  },

  async partPicture(id: string, size: number): Promise<SmallPicture | null> {
    const d = must();
    const part = d.parts[id];
    if (!part) return null;
    const result = evaluatePart(d, part);
    const bare = result.nodes.length ? result.nodes : evaluatePart(d, { ...part, coats: neutral }).nodes;
    const node: SceneNode = { ...result.node, children: bare, opacity: 1, blend: 'normal' };
    return sent(await withImages(() => thumbnail([node], size)));
  },

  async cardPicture(id: string, card: edit.CardRef, size: number): Promise<SmallPicture | null> {
    const d = must();
    const part = d.parts[id];
    if (!part) return null;
    const shown = partAfter(part, card);
    const own = evaluatePart(d, shown);
    // What paints nothing, as a member of a combination, is shown by its outline.
    const bare = !shown.coats.length && !own.nodes.length;
    const result = bare ? evaluatePart(d, { ...shown, coats: neutral }) : own;
    return sent(await withImages(() => thumbnail([{ ...result.node, opacity: 1, blend: 'normal' }], size)));
  },

  /** The files that a set comes to, with their names and sizes. */
  planned: (set: ExportSet) => planned(must(), set),

  /** What a row of an export set shows, as a file of outlines. */
  outlineFile: (row: Card): Promise<MadeFile> => outlineFile(must(), row),

  /** What a row shows as the text of an SVG, with something kept inside. */
  svgText: (row: Card, recipe: string): Promise<string> => svgText(must(), row, recipe),

  /** What a row shows, as a picture whose longer side has so many pixels. */
  filePreview: (row: Card, longest: number): Promise<Picture | null> => filePreview(must(), row, longest),

  /** Begins a picture of what a row shows; `pictureBand` draws it piece by piece. */
  beginPicture: (row: Card): Promise<{ width: number; height: number }> => picture.begin(must(), row),

  /** The next rows of the picture, or null when it is done. In between, the studio answers as usual. */
  pictureBand: () => picture.next(),
};

export type Studio = typeof studio;
