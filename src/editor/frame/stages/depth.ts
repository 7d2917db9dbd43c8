import {
  Blend,
  Blinds,
  Box,
  Diamond,
  Droplets,
  Eclipse,
  Footprints,
  Frame,
  Gem,
  Grip,
  type LucideIcon,
  Orbit,
  Paintbrush,
  Palette,
  Pyramid,
  Rotate3d,
  Slice,
  Square,
  SquareArrowLeft,
  SquareArrowRight,
  SquareArrowUp,
  Stamp,
  Sun,
  SunDim,
  Sunset,
  Waypoints,
} from 'lucide-react';
import { type Part, steps } from '@/core';
import { type CardRef, commands, type GridPlane, type Thickness, thicknesses } from '@/core/edit';
import { run } from '../../state/actions';
import { depthStage, get, say } from '../../state/store';
import { act, family, finishTool, lastOf, onChosen, type Stage, stepTool, type Tool } from '../tool';

/** Planes of the slanted grid, and none. */
const planes: readonly (readonly [GridPlane | null, string, LucideIcon])[] = [
  ['top', 'Onto the top plane', SquareArrowUp],
  ['left', 'Onto the left plane', SquareArrowLeft],
  ['right', 'Onto the right plane', SquareArrowRight],
  [null, 'Off its plane', Square],
];

/** Puts the chosen parts on a plane; with none chosen it is what new parts are drawn on. */
function onto(plane: GridPlane | null, label: string): void {
  const ids = get().chosen;
  void run(ids.length ? label : 'Draw on a plane', { do: 'on-plane', ids, plane });
  if (!ids.length) say(plane ? `New parts are drawn on the ${plane} plane.` : 'New parts are drawn flat.');
}

const thickness = (kind: Thickness, icon: LucideIcon): Tool =>
  onChosen(kind, icon, (ids) => ({ do: 'give-thickness', ids, kind }), steps[kind]);

/** The step that gives a part thickness: that of its topmost coat which has one. */
function thicknessOf({ coats }: Part): CardRef | null {
  const given = coats.flatMap((c) =>
    c.steps
      .filter((s) => thicknesses.some((kind) => kind === s.kind))
      .map((s): CardRef => ({ list: 'steps', id: s.id, coat: c.id })),
  );
  return given.at(-1) ?? null;
}

export const depth: Stage = {
  number: depthStage,
  word: 'Depth',
  card: (p) => thicknessOf(p) ?? lastOf(p.finishes, 'finishes'),
  tools: [
    family(
      thickness('slab', Box),
      onChosen('release-thickness', Waypoints, (ids) => ({ do: 'release-thickness', ids })),
    ),
    thickness('vanish', Pyramid),
    family(
      stepTool('in-space', Rotate3d),
      finishTool('turn-painted', Orbit),
      stepTool('four-corners', Frame),
      finishTool('four-corners-painted', Frame),
      ...planes.map(([plane, label, icon]) =>
        act(`plane-${plane ?? 'none'}`, { ...commands['on-plane'], label }, icon, () => onto(plane, label)),
      ),
    ),
    family(
      finishTool('soft-shadow', Eclipse),
      finishTool('floor-shadow', Footprints),
      finishTool('cast-shadow', Blinds),
    ),
    family(finishTool('bevel', Gem), thickness('chamfer', Diamond)),
    family(finishTool('glow', Sun), finishTool('edge-light', SunDim), finishTool('sheen', Slice)),
    family(finishTool('blur', Droplets), finishTool('grain', Grip)),
    finishTool('fade', Sunset),
    family(
      finishTool('tint', Paintbrush),
      finishTool('colour-shift', Palette),
      finishTool('colour-balance', Blend),
      finishTool('one-ink', Stamp),
    ),
  ],
};
