import {
  type Design,
  drawersOf,
  hangProof,
  makeProof,
  makeSheet,
  sceneProofKind,
  usualDrawing,
  usualWall,
} from '@/core';

/** A scene that a design is seen in, and its settings. */
export type Seen = readonly [scene: string, params?: object];

/** A design with its proofs on the wall, a scene among them, and a drawing of its construction; what is lettered is left out of that. */
export function presented(design: Design, [scene, params = {}]: Seen, of = design.sheets[0]): Design {
  const without = drawersOf(design, of.id).flatMap(({ part }) =>
    part.source.kind === 'lettering' ? [part.id] : [],
  );
  const drawing = makeSheet({
    id: 'construction',
    name: `${of.name}, construction`,
    width: of.width,
    height: of.height,
    unit: of.unit,
    ground: '#fbf9f4',
    drawing: { ...usualDrawing(of.id, Math.max(of.width, of.height)), without },
  });
  return {
    ...design,
    wall: {
      ...usualWall,
      proofs: hangProof(usualWall.proofs, makeProof(sceneProofKind(scene), params, 'in-use')),
    },
    sheets: [...design.sheets, drawing],
  };
}
