import {
  Award,
  Coffee,
  Columns2,
  Contrast,
  DraftingCompass,
  Flag,
  Grid2x2,
  IdCard,
  Image,
  ImagePlus,
  Images,
  Layers,
  Moon,
  PaintBucket,
  Scaling,
  ShoppingBag,
  Signpost,
  Smartphone,
  Store,
  Telescope,
  TriangleAlert,
  View,
} from 'lucide-react';
import { mockUps, proofs, sceneProofKind } from '@/core';
import { addAllScenes, addProof } from '../../proof/wall';
import { addDrawing } from '../../state/actions';
import { reportDefect } from '../../state/defects';
import { pickInHand } from '../../state/in-hand';
import { sceneOnPicture } from '../../state/scenes';
import { proofStage, set } from '../../state/store';
import { act, family, type Stage, type Tool } from '../tool';

/** A tool that hangs one more proof of a kind. */
const hangs = (
  id: string,
  kind: string,
  icon: Tool['icon'],
  params: object = {},
  own?: { label: string; about: string },
): Tool => act(id, { ...proofs[kind], ...own }, icon, () => addProof(kind, params));

/** What stands for each scene. */
const sceneIcons: Readonly<Record<string, Tool['icon']>> = {
  'enamel-sign': Signpost,
  cup: Coffee,
  'business-cards': IdCard,
  cloth: Flag,
  'shop-window': Store,
  'lapel-badge': Award,
  'tote-bag': ShoppingBag,
  'app-icons': Smartphone,
};

const scenes = Object.keys(mockUps).map((kind) =>
  hangs(`proof-${sceneProofKind(kind)}`, sceneProofKind(kind), sceneIcons[kind] ?? Image),
);

const reversed = {
  label: 'Reversed',
  about: 'The sheet in one pale ink on a dark ground.',
};

export const proof: Stage = {
  number: proofStage,
  word: 'Proof',
  tools: [
    family(hangs('proof-size', 'size', Scaling), hangs('proof-distance', 'distance', Telescope)),
    family(
      hangs('proof-one-ink', 'one-ink', Contrast),
      hangs('proof-reversed', 'one-ink', Moon, { ink: '#ffffff', paper: '#1f2b38' }, reversed),
      hangs('proof-grey', 'grey', Layers),
    ),
    hangs('proof-eyes', 'eyes', View),
    family(hangs('proof-ground', 'ground', PaintBucket), hangs('proof-pattern', 'pattern', Grid2x2)),
    hangs('proof-beside', 'beside', Columns2),
    act(
      'construction',
      {
        label: 'Construction drawing',
        about: 'A sheet of its own with the circles and lines that the mark is made of, and their sizes.',
        alsoKnown: [
          'construction lines',
          'grid',
          'golden ratio',
          'geometry',
          'clear space',
          'blueprint',
          'brand guide',
        ],
      },
      DraftingCompass,
      () => {
        set({ stage: 1, tool: pickInHand });
        addDrawing().catch(reportDefect);
      },
    ),
    act(
      'findings',
      {
        label: 'Findings',
        about: 'What was measured: strokes, gaps, contrast and balance, the worst first.',
        alsoKnown: ['measure', 'check', 'preflight', 'legibility'],
      },
      TriangleAlert,
      () => set((s) => ({ wall: { ...s.wall, pane: 'findings' } })),
    ),
    family(
      act(
        'proof-scenes',
        {
          label: 'All scenes',
          about:
            'The sheet in every scene: on a sign, a cup, cards, cloth, glass, a badge, a bag and a screen.',
          alsoKnown: ['mock-up', 'presentation', 'in use'],
        },
        Images,
        addAllScenes,
      ),
      ...scenes,
      act(
        'scene-on-picture',
        {
          label: 'Scene on a picture',
          about: 'Lays the sheet on a picture of your own, in perspective and in its light.',
          alsoKnown: ['mock-up', 'photo', 'perspective', 'own scene'],
        },
        ImagePlus,
        () => {
          sceneOnPicture().catch(reportDefect);
        },
      ),
    ),
  ],
};
