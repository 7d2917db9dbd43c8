/** A word of a client’s in the demo; an answer to it where it was seen to. */
interface Said {
  readonly of: string;
  readonly x: number;
  readonly y: number;
  readonly name: string;
  readonly text: string;
  readonly answer?: string;
}

/** The link by which the observatory looks at its sign, and what was said there. */
export const demoLink = {
  /** The design that is shown. */
  slug: 'observatory-lock-up',
  title: 'Hollin Tarn Observatory: the sign',
  note: 'Dear Ada, dear Bo: the sign in its two forms, at the door, and on the telephone. Press a place to say something about it.',
  subjects: ['sheet:sheet-1', 'sheet:icon', 'sheet:sign', 'proofs:icon'],
  comments: [
    {
      of: 'sheet:sheet-1',
      x: 0.28,
      y: 0.2,
      name: 'Ada Fell',
      text: 'We love the star over the slit. Could it be a little larger on the night sky?',
      answer: 'It is by a tenth now; larger, it would touch the letters.',
    },
    {
      of: 'sheet:sheet-1',
      x: 0.62,
      y: 0.32,
      name: 'Bo Reedwater',
      text: 'Is OBSERVATORY still to be read from the car park?',
    },
    { of: 'sheet:sign', x: 0.34, y: 0.25, name: 'Ada Fell', text: 'The screws would be brass on our door.' },
  ] as readonly Said[],
} as const;
