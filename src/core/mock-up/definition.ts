import type { Described } from '../document/described';
import type { Field } from '../document/fields';
import type { MockUpBuilder } from './builder';
import type { MockUpLook } from './look';

/** A scene that shows a sheet in use: a recipe of parts, one of which lays the sheet. */
export interface MockUpDefinition<P extends object> extends Described {
  readonly kind: string;
  /** Its own colours and other settings. */
  readonly fields: readonly Field[];
  readonly defaults: P & Partial<MockUpLook>;
  /** Lays out its parts, the lowest first. */
  build(make: MockUpBuilder, params: P & MockUpLook): void;
}

export const defineMockUp = <P extends object>(d: MockUpDefinition<P>): MockUpDefinition<P> => d;
