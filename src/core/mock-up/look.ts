import { angle, choice, colour, type Field, onlyIf, share } from '../document/fields';

/** How large a scene is, sheet units. */
export const sceneSize = { width: 1600, height: 1200 } as const;

/** How a sheet is shown in a scene, whatever that is. */
export interface MockUpLook {
  readonly shown: string;
  readonly inks: string;
  readonly level: number;
  readonly ink: string;
  /** Share of the room that the scene has for it. */
  readonly size: number;
  /** Where the light comes from, degrees clockwise from the top. */
  readonly light: number;
}

/** Settings that every scene has. */
export const lookFields: readonly Field[] = [
  choice('shown', 'Shown', 'What of the sheet: what is painted, or all of it with its ground.', {
    mark: 'Mark alone',
    sheet: 'Whole sheet',
  }),
  choice('inks', 'Inks', 'Its own colours, or one ink for all that is painted or for what differs in tone.', {
    own: 'Its own',
    shape: 'One, all over',
    tone: 'One, by tone',
  }),
  onlyIf('inks', 'tone', share('level', 'Level', 'The tone between ink and ground.')),
  onlyIf('inks', ['shape', 'tone'], colour('ink', 'Ink', 'The one colour.')),
  share('size', 'Size', 'Of the room that there is for it.', 0.05, 1.5),
  angle('light', 'Light from', 'Degrees clockwise from the top.', -360, 360),
];

export const usualLook: MockUpLook = {
  shown: 'mark',
  inks: 'own',
  level: 0.5,
  ink: '#1f2b38',
  size: 1,
  light: 315,
};
