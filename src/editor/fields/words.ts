const special: Readonly<Record<string, string>> = {
  align: 'Lies',
  also: 'And also at',
  ringRadius: 'Radius of the ring',
  across: 'Across',
  axisAngle: 'Turn of the axis',
  axisX: 'Axis x',
  axisY: 'Axis y',
  blend: 'Blend mode',
  between: 'Angle between',
  centreOn: 'Centred on',
  centreX: 'Centre x',
  centreY: 'Centre y',
  count: 'Copies',
  profile: 'Width runs',
  widths: 'Widths along it',
  'first-colour': 'First colour',
  'last-colour': 'Last colour',
  look: 'Whole look',
  colour: 'Colour',
  by: 'Given by',
  form: 'Shape',
  sized: 'Sized by',
  run: 'Gradient follows',
  tile: 'Repeats',
  corners: 'Corner gradient',
  mesh: 'Gradient mesh',
  whole: 'All as one',
  each: 'Each member',
  behind: 'Behind the members',
  ratio: 'Other axis',
  focusX: 'Focus along',
  focusY: 'Focus across',
  spacingX: 'Spacing x',
  spacingY: 'Spacing y',
  tone: 'Grains of',
  seed: 'Chance number',
  heads: 'Heads at',
  growth: 'Grows',
  swelling: 'By a factor',
  even: 'Evenly',
  dashOffset: 'Dash offset',
  inner: 'Inner radius',
  leaveOut: 'Leave out copies',
  mirrorSecond: 'Mirror every second',
  miterLimit: 'Miter limit',
  oklab: 'OKLab',
  srgb: 'sRGB',
  dpi: 'Dots per inch',
  offset: 'Offset',
  keep: 'Keep the original',
  measure: 'Measured by',
  gap: 'Gap between',
  pitch: 'Pitch',
  'outline-stroke': 'Outline of a stroke',
  path: 'Drawn path',
  stepX: 'Step x',
  stepY: 'Step y',
  stepTurn: 'Turn each by',
  stepOpacity: 'Opacity each by',
  stepScale: 'Scale each by',
  nearestInFront: 'First in front',
  ellipse: 'Circle',
  ease: 'Crowding',
  spacing: 'Given by',
  turnWithSpine: 'Turn with the path',
  combine: 'Combination',
  shiftX: 'Shift x',
  shiftY: 'Shift y',
  turnCopies: 'Turn copies',
  unite: 'Unite copies',
  x1: 'Start x',
  y1: 'Start y',
  x2: 'End x',
  y2: 'End y',
};

/** What a field or a kind is called: “cornerRadius” and “round-corners” as words. */
export function wordFor(name: string): string {
  const own = special[name];
  if (own) return own;
  const words = name
    .replace(/-/g, ' ')
    .replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`);
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** What a source, a step or a finish is called by its kind. */
export const kindWord = (kind: string): string => (kind === 'blend' ? 'Blend' : wordFor(kind));

/** What a newly drawn part of a kind is called. */
export const partNameFor = (kind: string): string =>
  kind === 'ellipse' ? 'Disc' : kind === 'path' ? 'Path' : wordFor(kind);
