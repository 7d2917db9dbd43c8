import type { Operation } from '../../arrange/combine';
import type { Part } from '../../document/types';
import type { Point } from '../../geometry/vector';
import { addFinish } from '../add-finish';
import { addStep } from '../add-step';
import {
  clipParts,
  combineParts,
  groupParts,
  type Order,
  orderParts,
  removeParts,
  reparentParts,
} from '../arrange-parts';
import { blendParts } from '../blend';
import { duplicateParts, pasteParts } from '../copy';
import { cutAlong } from '../cut';
import { changeFaces, type FaceChange, makeFaces } from '../faces';
import { lockUpParts } from '../lock-up';
import { type Drawing, placeDrawing } from '../place-drawing';
import { type PlacedPicture, placePictures } from '../place-picture';
import { plainParts, releasePieces } from '../plain';
import { releaseParts } from '../release';
import { mendFaults } from '../tidy';
import { defineCommand, type OnParts } from './definition';

/** Commands on parts and the tree they stand in. */
export const partCommands = {
  'place-pictures': defineCommand<{
    readonly parent: string | null;
    readonly pictures: readonly PlacedPicture[];
    readonly at: Point | null;
  }>({
    label: 'Picture',
    about: 'Places pictures from files: a rectangle each that is filled with one.',
    alsoKnown: ['photo', 'image', 'import', 'bitmap', 'reference'],
    run: (d, { parent, pictures, at }, { sheetId }) => placePictures(d, sheetId, parent, pictures, at),
  }),
  'place-drawing': defineCommand<{
    readonly parent: string | null;
    readonly drawing: Drawing;
    readonly at: Point | null;
  }>({
    label: 'Drawing',
    about: 'Places an SVG as parts that can be edited.',
    alsoKnown: ['svg', 'vector', 'import', 'open'],
    run: (d, { parent, drawing, at }, { sheetId }) => placeDrawing(d, sheetId, parent, drawing, at),
  }),
  group: defineCommand<OnParts>({
    label: 'Group',
    about: 'Gathers parts, to be moved, hidden and repeated together.',
    alsoKnown: ['collect', 'together'],
    run: (d, { ids }, { sheetId }) => groupParts(d, sheetId, ids),
  }),
  'lock-up': defineCommand<OnParts>({
    label: 'Lock-up',
    about: 'Keeps a mark and its words together by rule.',
    alsoKnown: ['logo layout'],
    needs: () => 'Choose a mark and the words that go with it.',
    run: (d, { ids }, { sheetId }) => lockUpParts(d, sheetId, ids),
  }),
  clip: defineCommand<OnParts>({
    label: 'Clip',
    about: 'Shows of parts what lies inside the topmost of them.',
    alsoKnown: ['mask', 'crop'],
    needs: () => 'Choose two or more parts; the topmost clips the others.',
    run: (d, { ids }, { sheetId }) => clipParts(d, sheetId, ids),
  }),
  release: defineCommand<OnParts>({
    label: 'Release',
    about: 'Lets the parts inside out again.',
    alsoKnown: ['ungroup', 'break apart', 'expand'],
    run: (d, { ids }, { sheetId }) => releaseParts(d, sheetId, ids),
  }),
  combine: defineCommand<OnParts & { readonly operation: Operation }>({
    label: 'Combine',
    about: 'Makes one outline of several, which stay live inside.',
    alsoKnown: ['boolean', 'merge', 'compound'],
    needs: () => 'Choose two or more parts to combine.',
    run: (d, { ids, operation }, { sheetId }) => combineParts(d, sheetId, ids, operation),
  }),
  cut: defineCommand<OnParts>({
    label: 'Cut along',
    about: 'Parts what lies under the topmost part along its outline.',
    alsoKnown: ['knife', 'slice', 'split', 'divide'],
    needs: () => 'Choose what is to be cut, and above it the part that runs across it.',
    run: (d, { ids }, { sheetId }) => cutAlong(d, sheetId, ids),
  }),
  faces: defineCommand<OnParts>({
    label: 'Faces',
    about: 'Takes every region that outlines cut out in hand.',
    alsoKnown: ['regions', 'divide', 'areas'],
    run: (d, { ids }, { sheetId }) => makeFaces(d, sheetId, ids),
  }),
  'change-faces': defineCommand<{
    readonly id: string;
    readonly keys: readonly string[];
    readonly change: FaceChange;
  }>({
    label: 'Change faces',
    about: 'Keeps, drops, joins or colours regions.',
    run: (d, { id, keys, change }) => changeFaces(d, id, keys, change),
  }),
  blend: defineCommand<OnParts & { readonly along: boolean }>({
    label: 'Blend',
    about: 'Fills in what lies between parts, straight or along the topmost.',
    alsoKnown: ['morph', 'interpolate', 'in-betweens'],
    needs: ({ along }) =>
      along ? 'Choose two parts and above them the path they follow.' : 'Choose two or more parts to blend.',
    run: (d, { ids, along }, { sheetId }) => blendParts(d, sheetId, ids, along),
  }),
  plain: defineCommand<OnParts>({
    label: 'Plain path',
    about: 'Turns a recipe into the path that it comes to.',
    alsoKnown: ['expand', 'flatten', 'convert to path'],
    run: (d, { ids }) => plainParts(d, ids),
  }),
  pieces: defineCommand<OnParts>({
    label: 'Release into pieces',
    about: 'Makes a part of each piece.',
    alsoKnown: ['break apart', 'separate', 'ungroup'],
    needs: () => 'This is one piece already.',
    run: (d, { ids }, { sheetId }) => releasePieces(d, sheetId, ids),
  }),
  remove: defineCommand<OnParts>({
    label: 'Delete',
    about: 'Takes parts out of the design.',
    alsoKnown: ['erase', 'clear'],
    run: (d, { ids }, { sheetId }) => removeParts(d, sheetId, ids),
  }),
  duplicate: defineCommand<OnParts>({
    label: 'Duplicate',
    about: 'Copies parts where they stand.',
    alsoKnown: ['copy', 'clone'],
    run: (d, { ids }, { sheetId }) => duplicateParts(d, sheetId, ids),
  }),
  paste: defineCommand<{
    readonly parent: string | null;
    readonly parts: Readonly<Record<string, Part>>;
    readonly top: readonly string[];
  }>({
    label: 'Paste',
    about: 'Brings copied parts in.',
    run: (d, { parent, parts, top }, { sheetId }) => pasteParts(d, sheetId, parent, parts, top),
  }),
  order: defineCommand<OnParts & { readonly order: Order }>({
    label: 'Order',
    about: 'Lifts or lowers parts among those beside them.',
    alsoKnown: ['arrange', 'stack', 'layer'],
    run: (d, { ids, order }, { sheetId }) => orderParts(d, sheetId, ids, order),
  }),
  reparent: defineCommand<OnParts & { readonly parent: string | null; readonly index: number }>({
    label: 'Put inside',
    about: 'Moves parts into another one, or out of it.',
    run: (d, { ids, parent, index }, { sheetId }) => reparentParts(d, sheetId, ids, parent, index),
  }),
  mend: defineCommand<{
    /** Ids of faults. */
    readonly faults: readonly string[] | 'all';
    readonly tolerance: number;
  }>({
    label: 'Mend',
    about: 'Mends what the tidy check found.',
    needs: () => 'What is left can be mended only where it is made.',
    run: (d, { faults, tolerance }, { sheetId }) => mendFaults(d, sheetId, tolerance, faults),
  }),
  'add-step': defineCommand<{
    readonly id: string;
    readonly kind: string;
    readonly before: string | null;
    /** The coat that the step is for alone. */
    readonly coat?: string;
  }>({
    label: 'Add a step',
    about: 'Puts a step into a recipe.',
    run: (d, { id, kind, before, coat }) => addStep(d, id, kind, before, coat),
  }),
  'add-finish': defineCommand<{ readonly id: string; readonly kind: string }>({
    label: 'Add a finish',
    about: 'Puts a finish into a recipe.',
    run: (d, { id, kind }) => addFinish(d, id, kind),
  }),
};
