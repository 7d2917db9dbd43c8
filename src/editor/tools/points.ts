import { PointFields } from '../panel/PointFields';
import { PointsAtWork } from '../sheet/PointsAtWork';
import { pressBesidePoints } from '../sheet/points-press';
import type { HandTool } from './definition';

export const points: HandTool = {
  id: 'points',
  word: 'Points',
  hint: 'Press or frame points, drag them. Alt frees a handle.',
  alsoKnown: ['nodes', 'anchors', 'edit path', 'vertices'],
  points: true,
  cursor: 'crosshair',
  press: pressBesidePoints,
  marks: PointsAtWork,
  insteadOfCard: PointFields,
};
