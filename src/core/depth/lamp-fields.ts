import { angle, choice, type Field, onlyIf } from '../document/fields';
import { type Lamp, type PartLight, towardLamp, usualLamp } from './light';

/** Whether the sheet's lamp gives the light, or one of its own; both angles in degrees. */
export interface OwnLamp {
  readonly lamp: string;
  /** Clockwise from the top of the sheet. */
  readonly direction: number;
  /** Over the sheet. */
  readonly height: number;
}

/** The fields of what takes its light from the lamp or has its own. */
export const lampFields: readonly Field[] = [
  choice('lamp', 'Lit by', 'Which light falls onto it.', { sheet: 'The lamp', own: 'Its own light' }),
  onlyIf('lamp', 'own', angle('direction', 'Light from', 'Clockwise from the top of the sheet.', -360, 360)),
  onlyIf('lamp', 'own', angle('height', 'Light’s height', 'Over the sheet.', 0, 90)),
];

export const lampDefaults = { lamp: 'sheet', ...usualLamp } as const;

/** Whether the light of the sheet is taken. */
export const followsLamp = ({ lamp }: Pick<OwnLamp, 'lamp'>): boolean => lamp === 'sheet';

/** The light that the look of something supposes, where that is not the sheet's, and what makes it follow the lamp. */
export interface SupposedLight {
  /** Toward it on the sheet, of any length; z rises from the sheet and is left out where nothing tells the height. */
  readonly toward: { readonly x: number; readonly y: number; readonly z?: number };
  readonly follow: Readonly<Record<string, string | number>>;
}

/** The light of its own that something has, if it has one. */
export const ownLight = (own: OwnLamp): SupposedLight | null =>
  followsLamp(own) ? null : { toward: towardLamp(own), follow: { lamp: 'sheet' } };

/** The lamp that gives the light. */
export const lampOf = (own: OwnLamp, light: PartLight | null): Lamp =>
  followsLamp(own) ? (light?.lamp ?? usualLamp) : own;
