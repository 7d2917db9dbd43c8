import { formats } from '@/core';

/** One option: what is typed, what its value is called where it has one, and what it does. */
interface Option {
  readonly value?: string;
  readonly many?: boolean;
  readonly about: string;
}

/** All options by their names, in the order in which help tells them. */
export const options = {
  out: {
    value: 'FILE',
    about:
      'Where to; the end of the name says the kind of file. A * in it stands for the name of each source; - is standard output.',
  },
  format: { value: 'KIND', about: 'The kind of file, where the name does not say it.' },
  sheet: { value: 'NAME', about: 'A sheet by its name or id; the first one where it is left out.' },
  part: { value: 'NAME', about: 'One part by its name or id.' },
  proofs: { about: 'The wall of proofs of the sheet.' },
  page: { value: 'NUMBER', about: 'A page of a PDF; the first one where it is left out.' },
  width: {
    value: 'PIXELS',
    about: 'Width of a picture; as many pixels as the sheet has units where it is left out.',
  },
  dpi: { value: 'NUMBER', about: 'Dots an inch that a picture says it has, or that pictures in a PDF have.' },
  depth: { value: 'BITS', about: 'Bits a channel.' },
  'no-ground': { about: 'Without the ground of the sheet.' },
  set: {
    value: 'NAME=VALUE',
    many: true,
    about: 'Any setting of the kind of file; may be said again and again.',
  },
  all: { about: 'The whole set of files of each design, into the folder that --out names.' },
  help: { about: 'This text.' },
} as const satisfies Readonly<Record<string, Option>>;

export type OptionName = keyof typeof options;

/** What was said, by the names of options. */
export type Options = Partial<Record<OptionName, string | boolean | readonly string[]>> & {
  readonly out?: string;
  readonly format?: string;
  readonly sheet?: string;
  readonly part?: string;
  readonly page?: string;
  readonly width?: string;
  readonly dpi?: string;
  readonly depth?: string;
  readonly set?: readonly string[];
};

const all = Object.entries(options) as [OptionName, Option][];

/** The options as the reader of command lines takes them. */
export const parsing = Object.fromEntries(
  all.map(([name, o]) => [
    name,
    { type: o.value ? ('string' as const) : ('boolean' as const), ...(o.many ? { multiple: true } : {}) },
  ]),
);

const command = 'npm run -s render --';

const usage = `${command} SOURCE … --out FILE [options]

A SOURCE is a design file, an SVG, a PDF, a pattern of such names in quotes, the id of a stored design, or - for standard input.

  ${command} badge.json --width 4096 --out badge.png
  ${command} 'icons/*.svg' --width 64 --out 'png/*.png'
  ${command} leaflet.pdf --page 2 --out page.svg
  cat logo.svg | ${command} - --format pdf --out - > logo.pdf
`;

/** What the command can do: how it is called, every option, and every setting of every kind of file. */
export function helpText(): string {
  const lines = all.map(
    ([name, { value, about }]) => `  --${name}${value ? ` ${value}` : ''}\n      ${about}`,
  );
  const kinds = Object.values(formats).map(({ kind, label, about, fields }) =>
    [
      `${kind}: ${label}. ${about}`,
      ...fields.map(
        (f) =>
          `  --set ${f.name}=…  ${f.label}. ${f.about}${f.options ? ` One of ${Object.keys(f.options).join(', ')}.` : ''}`,
      ),
    ].join('\n'),
  );
  return `${usage}\nOptions\n${lines.join('\n')}\n\nKinds of files and their settings\n${kinds.join('\n')}`;
}
