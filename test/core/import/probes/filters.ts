import type { Probes } from './probe';

const by = (
  content: string,
  more = '',
  shape = '<rect x="30" y="30" width="40" height="40" fill="#27a" filter="url(#f)"/>',
) => `<filter id="f" ${more}>${content}</filter>${shape}`;
const coded = 'color-interpolation-filters="sRGB"';
const wide = `${coded} x="-1" y="-1" width="3" height="3"`;
const within = (offset: string, colour: string, below: string, result: string) =>
  `<feColorMatrix in="SourceAlpha" result="hard" values="0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 127 0"/><feOffset ${offset}/><feGaussianBlur stdDeviation="2"/><feComposite in2="hard" k2="-1" k3="1" operator="arithmetic"/><feColorMatrix values="${colour}"/><feBlend in2="${below}" result="${result}"/>`;

/** Filters (Filter Effects 1): what comes to blurs and shadows is drawn, and what does not is told. */
export const filterProbes: Probes = {
  blur: by('<feGaussianBlur stdDeviation="4"/>', wide),
  'blur by a property': {
    body: '<rect x="30" y="30" width="40" height="40" fill="#27a" style="filter:blur(4px)"/>',
    as: by('<feGaussianBlur stdDeviation="4"/>', wide),
  },
  'drop-shadow by a property': {
    body: '<rect x="30" y="30" width="40" height="40" fill="#27a" style="filter:drop-shadow(4px 6px 3px rgba(170,34,119,.8))"/>',
    as: `${by('<feGaussianBlur stdDeviation="3"/>', wide, '<rect x="34" y="36" width="40" height="40" fill="#a27" opacity=".8" filter="url(#f)"/>')}<rect x="30" y="30" width="40" height="40" fill="#27a"/>`,
  },
  // resvg does not take the space of colours over from a filter to its steps: what it is is said in other words.
  'a shadow': {
    body: by('<feDropShadow dx="4" dy="6" stdDeviation="3" flood-color="#a27" flood-opacity=".6"/>', wide),
    as: `${by('<feGaussianBlur stdDeviation="3"/>', wide, '<rect x="34" y="36" width="40" height="40" fill="#a27" opacity=".6" filter="url(#f)"/>')}<rect x="30" y="30" width="40" height="40" fill="#27a"/>`,
  },
  'a shadow by steps': by(
    '<feGaussianBlur in="SourceAlpha" stdDeviation="3"/><feOffset dx="4" dy="6" result="o"/><feFlood flood-color="#a27"/><feComposite in2="o" operator="in"/><feMerge><feMergeNode/><feMergeNode in="SourceGraphic"/></feMerge>',
    wide,
  ),
  'a hard shadow': {
    body: by(
      '<feOffset in="SourceAlpha" dx="6" dy="6"/><feMerge><feMergeNode/><feMergeNode in="SourceGraphic"/></feMerge>',
      wide,
    ),
    as: '<rect x="36" y="36" width="40" height="40"/><rect x="30" y="30" width="40" height="40" fill="#27a"/>',
  },
  'shadows that fall into it': by(
    `<feFlood flood-opacity="0" result="back"/><feBlend in="SourceGraphic" in2="back" result="shape"/>${within('dx="3" dy="2"', '0 0 0 0 1 0 0 0 0 1 0 0 0 0 1 0 0 0 .8 0', 'shape', 'a')}${within('dx="-3" dy="-2"', '0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 .5 0', 'a', 'b')}`,
    wide,
  ),
  'shadows that fall into it, blurred with it': by(
    `<feFlood flood-opacity="0" result="back"/><feBlend in="SourceGraphic" in2="back" result="shape"/>${within('dx="5" dy="4"', '0 0 0 0 1 0 0 0 0 1 0 0 0 0 1 0 0 0 .8 0', 'shape', 'a')}<feGaussianBlur stdDeviation="1.5"/>`,
    wide,
  ),
  'a blur that is cut off at its region': by('<feGaussianBlur stdDeviation="5"/>', coded),
  'a region in user space': {
    body: by(
      '<feGaussianBlur stdDeviation="6"/>',
      `${coded} filterUnits="userSpaceOnUse" x="20" y="35" width="45" height="60"`,
    ),
    as: by(
      '<feGaussianBlur stdDeviation="6"/>',
      wide,
      '<clipPath id="c"><rect x="20" y="35" width="45" height="60"/></clipPath><g clip-path="url(#c)"><g filter="url(#f)"><g clip-path="url(#c)"><rect x="30" y="30" width="40" height="40" fill="#27a"/></g></g></g>',
    ),
  },
  'a filter on a group': by(
    '<feGaussianBlur stdDeviation="3"/>',
    wide,
    '<g filter="url(#f)"><circle cx="40" cy="50" r="15" fill="#27a"/><circle cx="60" cy="50" r="15" fill="#fc3"/></g>',
  ),
  'blurs that are not alike both ways': { body: by('<feGaussianBlur stdDeviation="6 1"/>'), told: 'Filters' },
  'a colour matrix': { body: by('<feColorMatrix type="saturate" values="0"/>'), told: 'Filters' },
  'component transfer': {
    body: by('<feComponentTransfer><feFuncR type="linear" slope=".5"/></feComponentTransfer>'),
    told: 'Filters',
  },
  morphology: { body: by('<feMorphology operator="dilate" radius="3"/>'), told: 'Filters' },
  turbulence: { body: by('<feTurbulence baseFrequency=".1"/>'), told: 'Filters' },
  lighting: {
    body: by('<feDiffuseLighting><feDistantLight azimuth="45"/></feDiffuseLighting>'),
    told: 'Filters',
  },
  displacement: { body: by('<feDisplacementMap in2="SourceGraphic" scale="5"/>'), told: 'Filters' },
  'a picture in a filter': { body: by('<feImage href="#x"/>'), told: 'Filters' },
  tiles: { body: by('<feTile/>'), told: 'Filters' },
  'other functions': {
    body: '<rect width="40" height="40" style="filter:hue-rotate(40deg)"/>',
    told: 'Filters',
  },
  'a filter that is not there': { body: '<rect width="40" height="40" filter="url(#no)"/>', told: 'Filters' },
  'a region that does not go with a shadow': {
    body: by('<feOffset in="SourceAlpha" dx="20" dy="0"/>', `${coded} x="0" y="0" width="1" height="1"`),
    as: '<rect x="50" y="30" width="20" height="40"/>',
  },
};
