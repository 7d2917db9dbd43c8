import { BoundedCache, mebibytes } from '../cache/bounded-cache';
import { makeDesign, makeSheet } from '../document/create';
import type { Design, Part, Sheet } from '../document/types';
import { evaluateSheet } from '../scene/sheet';
import type { Scene } from '../scene/types';
import { MockUpBuilder } from './builder';
import type { MockUpDefinition } from './definition';
import { appIcons } from './kind/app-icons';
import { businessCards } from './kind/business-cards';
import { cloth } from './kind/cloth';
import { cup } from './kind/cup';
import { enamelSign } from './kind/enamel-sign';
import { lapelBadge } from './kind/lapel-badge';
import { shopWindow } from './kind/shop-window';
import { toteBag } from './kind/tote-bag';
import { type MockUpLook, sceneSize, usualLook } from './look';

export { lookFields } from './look';

type AnyMockUp = MockUpDefinition<Record<string, unknown>>;

const all = [enamelSign, cup, businessCards, cloth, shopWindow, lapelBadge, toteBag, appIcons];

/** The scenes by kind, in the order they are offered. */
export const mockUps = Object.fromEntries(all.map((d) => [d.kind, d as unknown as AnyMockUp])) as Readonly<
  Record<string, AnyMockUp>
>;

/** All settings of a scene as it begins. */
export const mockUpDefaults = (kind: string): Record<string, unknown> & MockUpLook => ({
  ...usualLook,
  ...mockUps[kind].defaults,
});

/**
 * A scene as a sheet with its parts, in which another sheet is laid.
 * @param prefix what the ids of its parts begin with
 */
export function mockUpSheet(
  kind: string,
  params: object,
  laid: string,
  sheet: Partial<Sheet>,
  prefix = '',
): { readonly sheet: Sheet; readonly parts: Readonly<Record<string, Part>> } {
  const { label, build } = mockUps[kind];
  const look = { ...mockUpDefaults(kind), ...params };
  const make = new MockUpBuilder(prefix, laid, look);
  build(make, look);
  const { parts, top } = make.built;
  const lamp = { direction: look.light, height: 50 };
  return {
    sheet: makeSheet({ name: label, ...sceneSize, ground: null, lamp, ...sheet, parts: top }),
    parts,
  };
}

/** Scenes that were laid out, by kind and settings: their parts stay the same objects, so only what is laid is worked out anew. */
const known = new BoundedCache<Design>(mebibytes(4), (d) => JSON.stringify(d.parts).length);

function designOf(kind: string, params: object): Design {
  const key = `${kind} ${JSON.stringify(params)}`;
  let design = known.get(key);
  if (!design) {
    const { sheet, parts } = mockUpSheet(kind, params, 'laid', { id: 'scene' });
    design = { ...makeDesign('Scene'), sheets: [sheet], parts };
    known.set(key, design);
  }
  return design;
}

/** A sheet as it looks in a scene. */
export const mockUpScene = (kind: string, params: object, sheet: Scene): Scene =>
  evaluateSheet(designOf(kind, params), 'scene', false, () => sheet).scene;
