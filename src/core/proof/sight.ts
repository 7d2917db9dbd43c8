import { filterDeficiencyDeuter, filterDeficiencyProt, filterDeficiencyTrit } from 'culori/fn';
import type { ColourMatrix } from '../colour/mix';

/** Kinds of sight that tell fewer colours apart, by the cones that are weak. */
export const deficiencies = { protan: 'Protan', deutan: 'Deutan', tritan: 'Tritan' } as const;
export type Sight = keyof typeof deficiencies;

const filters = {
  protan: filterDeficiencyProt,
  deutan: filterDeficiencyDeuter,
  tritan: filterDeficiencyTrit,
} as const;

/**
 * How a kind of sight mixes colours, in linear sRGB; severity 0–1 (Machado, Oliveira & Fernandes, A physiologically-based model
 * for simulation of color vision deficiency, 2009). The library has the published tables.
 */
export function deficiencyMatrix(sight: Sight, severity: number): ColourMatrix {
  const filter = filters[sight](severity);
  const columns = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ].map(([r, g, b]) => {
    const c = filter({ mode: 'rgb' as const, r, g, b });
    return [c.r, c.g, c.b];
  });
  const [x, y, z] = columns;
  return [x[0], y[0], z[0], x[1], y[1], z[1], x[2], y[2], z[2]];
}
