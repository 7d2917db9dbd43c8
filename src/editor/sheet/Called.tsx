import type { Point } from '@/core';
import { madder } from './colours';

/** A ring about a place of the view, and words over it. */
export const Called = ({ at: { x, y }, r, words }: { at: Point; r: number; words: string }) => (
  <>
    <circle cx={x} cy={y} r={r} fill="none" stroke={madder} strokeWidth={2} />
    <text
      x={x}
      y={y - r - 8}
      textAnchor="middle"
      fontSize={12}
      fill={madder}
      stroke="var(--sc-palette-background-paper)"
      strokeWidth={4}
      paintOrder="stroke"
    >
      {words}
    </text>
  </>
);
