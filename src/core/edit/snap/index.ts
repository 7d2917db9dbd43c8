export { snapGap } from './gaps';
export { gridAngles, guideAngle, guideFoot, snapLines, uprightGap } from './lines';
export { nodesOf, nodeTargets, snapNodes } from './nodes';
export { snapAxis, snapTargets } from './targets';
export { roundOf, snapTouch } from './touch';
export type { SnapHit, SnapTarget } from './types';
