import type { RowData } from './rows';

/** What a key means in the tree: another line in focus, a group opened or closed, or a choice. */
export type TreeMove =
  | { readonly do: 'focus'; readonly id: string }
  | { readonly do: 'toggle'; readonly id: string }
  | { readonly do: 'choose'; readonly id: string };

/**
 * What a key means where a line of the tree has the focus (WAI-ARIA Authoring Practices, tree view): up and down go from
 * line to line, right opens a group or goes into it, left closes it or goes out of it; null for any other key.
 */
export function treeMove(
  rows: readonly RowData[],
  open: ReadonlySet<string>,
  focus: string,
  key: string,
): TreeMove | null {
  const at = rows.findIndex((r) => r.part.id === focus);
  if (at < 0) return null;
  const { part, depth } = rows[at];
  const to = (row: RowData | undefined): TreeMove | null => (row ? { do: 'focus', id: row.part.id } : null);
  const holds = part.children.length > 0;
  switch (key) {
    case 'ArrowDown':
      return to(rows[at + 1]);
    case 'ArrowUp':
      return to(rows[at - 1]);
    case 'Home':
      return to(rows[0]);
    case 'End':
      return to(rows.at(-1));
    case 'ArrowRight':
      if (holds && !open.has(focus)) return { do: 'toggle', id: focus };
      return holds && rows[at + 1]?.depth === depth + 1 ? to(rows[at + 1]) : null;
    case 'ArrowLeft':
      if (holds && open.has(focus)) return { do: 'toggle', id: focus };
      return to(rows.slice(0, at).findLast((r) => r.depth < depth));
    case 'Enter':
    case ' ':
      return { do: 'choose', id: focus };
    default:
      return null;
  }
}

/** Keys of the tree, whether or not they lead anywhere: they go no further. */
export const isTreeKey = (key: string): boolean =>
  /^(?:Arrow(?:Up|Down|Left|Right)|Home|End|Enter| )$/.test(key);
