import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignHorizontalSpaceAround,
  AlignStartHorizontal,
  AlignStartVertical,
  AlignVerticalSpaceAround,
  Blend,
  Circle,
  Combine,
  Copy,
  Droplet,
  Eclipse,
  Group,
  Hexagon,
  type LucideIcon,
  Maximize,
  MousePointer2,
  PenLine,
  RectangleHorizontal,
  Scissors,
  Slash,
  Spline,
  SquareRoundCorner,
  SquaresExclude,
  Star,
  Sun,
  Ungroup,
} from 'lucide-react';
import { makeCoat, makeFinish, makeId, makeStep, type Operation, type Part, steps } from '@/core';
import type { Alignment, CardRef } from '@/core/edit';
import { changePart, changeSheet, chooseCard, run } from '../state/actions';
import { get, say, set } from '../state/store';

/** What newly drawn parts of a kind are called. */
export const drawNames: Readonly<Record<string, string>> = {
  ellipse: 'Disc',
  rectangle: 'Rectangle',
  polygon: 'Polygon',
  star: 'Star',
  line: 'Line',
  path: 'Path',
};

export interface Tool {
  readonly id: string;
  readonly word: string;
  readonly icon: LucideIcon;
  /** Whether the tool stays in hand; otherwise it acts at once. */
  readonly hand?: boolean;
  act(): void;
}

/** Letters of the home row, in the order of the tray. */
export const homeRow = ['a', 's', 'd', 'f', 'g', 'h', 'j', 'k', 'l'] as const;

const take = (id: string, word: string, icon: LucideIcon): Tool => ({
  id,
  word,
  icon,
  hand: true,
  act: () => set({ tool: id }),
});

const act = (id: string, word: string, icon: LucideIcon, work: () => void): Tool => ({
  id,
  word,
  icon,
  act: work,
});

const needsChoice = (work: (ids: readonly string[]) => void) => () => {
  const { chosen } = get();
  if (chosen.length) work(chosen);
  else say('Choose a part first.');
};

const combine = (operation: Operation, word: string, icon: LucideIcon): Tool =>
  act(
    operation,
    word,
    icon,
    needsChoice((ids) => void run(word, { do: 'combine', ids, operation })),
  );

const align = (how: Alignment, word: string, icon: LucideIcon): Tool =>
  act(
    `align-${how}`,
    word,
    icon,
    needsChoice((ids) => void run(word, { do: 'align', ids, how })),
  );

/** Puts a step at the end of a part's steps, or before one of them, and chooses it. */
export function addStep(part: Part, kind: string, before?: string): void {
  const bounds = get().report?.size;
  const half = { x: (bounds?.width ?? 100) / 2, y: (bounds?.height ?? 100) / 2 };
  const suited = steps[kind].suited?.({ x0: -half.x, y0: -half.y, x1: half.x, y1: half.y }) ?? {};
  const card = makeStep(kind, suited);
  changePart(`Add ${kind.replace('-', ' ')}`, part.id, (p) => {
    const at = before ? p.steps.findIndex((s) => s.id === before) : p.steps.length;
    return { ...p, steps: [...p.steps.slice(0, at), card, ...p.steps.slice(at)] };
  });
  chooseCard({ list: 'steps', id: card.id });
}

export function addCoat(part: Part, kind: 'fill' | 'stroke'): void {
  const coat = makeCoat(kind, kind === 'fill' ? { paint: { kind: 'solid', colour: '#9a6b1f' } } : {});
  changePart(`Add ${kind}`, part.id, (p) => ({ ...p, coats: [...p.coats, coat] }));
  chooseCard({ list: 'coats', id: coat.id });
}

export function addFinish(part: Part, kind: string): void {
  const card = makeFinish(kind);
  changePart(`Add ${kind.replace('-', ' ')}`, part.id, (p) => ({ ...p, finishes: [...p.finishes, card] }));
  chooseCard({ list: 'finishes', id: card.id });
}

const onePart = (work: (part: Part) => void) => () => {
  const { chosen, design } = get();
  const part = chosen.length === 1 ? design?.parts[chosen[0]] : null;
  if (part) work(part);
  else say('Choose one part first.');
};

/** The coat a colour tool works on: the chosen one, else the topmost. */
export function coatAtHand(part: Part): string | null {
  const { card } = get();
  if (card?.list === 'coats') return card.id;
  return part.coats.at(-1)?.id ?? null;
}

const gradientTool = (kind: 'linear' | 'radial', word: string, icon: LucideIcon): Tool =>
  act(
    kind,
    word,
    icon,
    onePart((part) => {
      const id = coatAtHand(part);
      if (!id) {
        say('Add a fill or a stroke first.');
        return;
      }
      changePart(word, part.id, (p) => ({
        ...p,
        coats: p.coats.map((c) => {
          if (c.id !== id || c.paint.kind === kind) return c;
          const { paint } = c;
          const stops =
            paint.kind === 'solid'
              ? [
                  { at: 0, colour: '#fbf1d6' },
                  { at: 1, colour: paint.colour },
                ]
              : paint.stops;
          const ends =
            kind === 'linear' ? { x1: 0, y1: 0, x2: 0, y2: 1 } : { x1: 0.5, y1: 0.5, x2: 1, y2: 0.5 };
          return {
            ...c,
            paint: { kind, ...ends, stops, interpolation: 'oklab' as const, spread: 'pad' as const },
          };
        }),
      }));
      chooseCard({ list: 'coats', id });
    }),
  );

export interface Stage {
  readonly number: number;
  readonly word: string;
  readonly tools: readonly Tool[];
  /** The card whose handles show first when the stage is opened. */
  card?(part: Part): CardRef | null;
}

const lastOf = (list: readonly { id: string }[], name: 'steps' | 'coats' | 'finishes'): CardRef | null => {
  const last = list.at(-1);
  return last ? { list: name, id: last.id } : null;
};

/** The stages in the order of work, and the tools on each tray. */
export const stages: readonly Stage[] = [
  {
    number: 1,
    word: 'Draw',
    card: () => ({ list: 'source' }),
    tools: [
      take('pick', 'Pick', MousePointer2),
      take('ellipse', 'Circle', Circle),
      take('rectangle', 'Rectangle', RectangleHorizontal),
      take('polygon', 'Polygon', Hexagon),
      take('star', 'Star', Star),
      take('line', 'Line', Slash),
      take('path', 'Path', Spline),
      act(
        'copy',
        'Duplicate',
        Copy,
        needsChoice((ids) => void run('Duplicate', { do: 'duplicate', ids })),
      ),
      act('grid', 'Grid', Maximize, () => {
        const { design, sheetId } = get();
        const sheet = design?.sheets.find((s) => s.id === sheetId);
        if (sheet) changeSheet('Grid', (s) => ({ ...s, grid: { ...s.grid, on: !s.grid.on } }));
      }),
    ],
  },
  {
    number: 2,
    word: 'Combine',
    tools: [
      combine('union', 'Union', Combine),
      combine('subtract', 'Subtract', Scissors),
      combine('intersect', 'Intersect', Blend),
      combine('exclude', 'Exclude', SquaresExclude),
      act(
        'group',
        'Group',
        Group,
        needsChoice((ids) => void run('Group', { do: 'group', ids })),
      ),
      act(
        'release',
        'Release',
        Ungroup,
        needsChoice((ids) => void run('Release', { do: 'release', ids })),
      ),
      act(
        'round',
        'Round corners',
        SquareRoundCorner,
        onePart((p) => addStep(p, 'round-corners')),
      ),
      act(
        'offset',
        'Offset',
        Eclipse,
        onePart((p) => addStep(p, 'offset')),
      ),
    ],
  },
  {
    number: 3,
    word: 'Repeat',
    card: (p) => lastOf(p.steps, 'steps'),
    tools: [
      act(
        'radial-repeat',
        'Radial repeat',
        Sun,
        onePart((p) => addStep(p, 'radial-repeat')),
      ),
      align('left', 'Align left', AlignStartVertical),
      align('centre', 'Align centres', AlignCenterVertical),
      align('right', 'Align right', AlignEndVertical),
      align('top', 'Align top', AlignStartHorizontal),
      align('middle', 'Align middles', AlignCenterHorizontal),
      align('bottom', 'Align foot', AlignEndHorizontal),
      act(
        'space-x',
        'Space across',
        AlignHorizontalSpaceAround,
        needsChoice((ids) => void run('Space across', { do: 'distribute', ids, axis: 'x' })),
      ),
      act(
        'space-y',
        'Space down',
        AlignVerticalSpaceAround,
        needsChoice((ids) => void run('Space down', { do: 'distribute', ids, axis: 'y' })),
      ),
    ],
  },
  {
    number: 5,
    word: 'Colour',
    card: (p) => lastOf(p.coats, 'coats'),
    tools: [
      act(
        'fill',
        'Add fill',
        Droplet,
        onePart((p) => addCoat(p, 'fill')),
      ),
      act(
        'stroke',
        'Add stroke',
        PenLine,
        onePart((p) => addCoat(p, 'stroke')),
      ),
      gradientTool('linear', 'Linear gradient', Blend),
      gradientTool('radial', 'Radial gradient', Sun),
    ],
  },
  {
    number: 6,
    word: 'Depth',
    card: (p) => lastOf(p.finishes, 'finishes'),
    tools: [
      act(
        'soft-shadow',
        'Soft shadow',
        Eclipse,
        onePart((p) => addFinish(p, 'soft-shadow')),
      ),
    ],
  },
];

/** Opens a stage: its tray, and the handles that go with it. */
export function openStage(number: number): void {
  const stage = stages.find((s) => s.number === number);
  if (!stage) return;
  set({ stage: number, tool: 'pick' });
  const { chosen, design } = get();
  const part = chosen.length === 1 ? design?.parts[chosen[0]] : null;
  const card = part && stage.card?.(part);
  if (card) chooseCard(card);
}

/** A card copied for another part, under a fresh id. */
export const freshCopy = <T extends { id: string }>(card: T): T => ({ ...card, id: makeId() });
