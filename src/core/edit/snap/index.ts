export { alongAxes, axesOf, keepStraight, moveAxes } from './axes';
export { placeHit, snapEdge, snapExtension } from './edges';
export { snapGap } from './gaps';
export { gridAngles, guideAngle, guideFoot, snapLines, uprightGap } from './lines';
export { nodesOf, nodeTargets, snapNodes } from './nodes';
export { snapSize } from './sizes';
export { snapAxis, snapTargets } from './targets';
export { roundOf, snapTangent, snapTouch } from './touch';
export type { SnapHit, SnapTarget } from './types';
