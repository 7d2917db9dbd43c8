import { useQuery } from '@tanstack/react-query';
import type { ExportSet, PlannedFile } from '@/core';
import { useEditor } from '../../state/store';
import { studioEngine } from '../../state/studio';

const none: readonly PlannedFile[] = [];

/** The files that a set comes to at this moment. */
export const plannedNow = (set: ExportSet): Promise<readonly PlannedFile[]> =>
  studioEngine().studio.planned(set);

/** The files that a set comes to, as the studio works them out; what it said last stays until it says more. */
export function usePlan(set: ExportSet): readonly PlannedFile[] {
  const version = useEditor((s) => s.version);
  const { data } = useQuery({
    queryKey: ['plan', version, set],
    queryFn: () => plannedNow(set),
    placeholderData: (before) => before,
    gcTime: 0,
  });
  return data ?? none;
}

/** How large a file is, in words. */
export function sizeWords({ width, height, dpi, row }: PlannedFile): string {
  if (width === null || height === null) return '';
  if (row.kind === 'ico') return `up to ${width} pixels`;
  const size = `${width} × ${height}`;
  return row.kind === 'svg' || row.kind === 'pdf' ? `${size} units` : `${size} pixels, ${dpi} dpi`;
}
