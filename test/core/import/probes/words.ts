import type { Probes } from './probe';

const abril = 'font-family="Abril Fatface"';
const anton = 'font-family="Anton"';

/** Words (SVG 2, chapter 11; CSS Text 3, CSS Fonts 4, CSS Inline 3), in faces that are at hand. */
export const wordProbes: Probes = {
  'a line': `<text x="5" y="60" ${abril} font-size="30" fill="#27a">Tarn</text>`,
  'anchor, middle': `<text x="50" y="60" ${abril} font-size="30" text-anchor="middle">Tarn</text>`,
  'anchor, end': `<text x="95" y="60" ${abril} font-size="30" text-anchor="end">Tarn</text>`,
  'stretches in other colours and sizes': `<text x="5" y="60" ${abril} font-size="20">Ho<tspan fill="#a27" font-size="34">ll</tspan>in</text>`,
  'places of letters': `<text x="5 30 60" y="40 60 80" ${abril} font-size="24">Hol</text>`,
  'shifts of letters': `<text x="5" y="50" dx="0 4 4" dy="0 6 -12" ${abril} font-size="24">Holl</text>`,
  'lines by tspans': `<text ${abril} font-size="20"><tspan x="5" y="30">Hollin</tspan><tspan x="5" dy="1.4em">Tarn</tspan></text>`,
  'letter-spacing': `<text x="5" y="50" ${anton} font-size="20" letter-spacing="4">Tarn</text>`,
  'letter-spacing in em': `<text x="5" y="50" ${anton} font-size="20" letter-spacing=".2em">Tarn</text>`,
  'word-spacing': `<text x="5" y="50" ${anton} font-size="20" word-spacing="12">Ho ta rn</text>`,
  'spaces that are kept': `<text x="5" y="50" ${anton} font-size="20" xml:space="preserve">a  b</text>`,
  'spaces that are not kept': `<text x="5" y="50" ${anton} font-size="20">  a \n  b </text>`,
  'baseline-shift by a length': `<text x="5" y="60" ${anton} font-size="24">a<tspan baseline-shift="8">b</tspan>c</text>`,
  'baseline-shift in per cent': {
    body: `<text x="5" y="60" ${anton} font-size="24">a<tspan baseline-shift="25%">b</tspan>c</text>`,
    as: `<text x="5" y="60" ${anton} font-size="24">a<tspan dy="-6">b</tspan><tspan dy="6">c</tspan></text>`,
  },
  'dominant-baseline, middle': `<text x="5" y="50" ${anton} font-size="40" dominant-baseline="middle">Hx</text>`,
  'dominant-baseline, central': `<text x="5" y="50" ${anton} font-size="40" dominant-baseline="central">Hx</text>`,
  'dominant-baseline, hanging': `<text x="5" y="20" ${anton} font-size="40" dominant-baseline="hanging">Hx</text>`,
  'text-transform': {
    body: `<text x="5" y="50" ${anton} font-size="30" style="text-transform:uppercase">tarn</text>`,
    as: `<text x="5" y="50" ${anton} font-size="30">TARN</text>`,
  },
  'font in short': {
    body: `<text x="5" y="50" style="font:bold 30px/1.2 'Abril Fatface', serif">Tarn</text>`,
    as: `<text x="5" y="50" ${abril} font-size="30">Tarn</text>`,
  },
  'font-size by its name': {
    body: `<text x="5" y="50" ${abril} font-size="xx-large">Tarn</text>`,
    as: `<text x="5" y="50" ${abril} font-size="32">Tarn</text>`,
  },
  'font-size in per cent': `<g font-size="20"><text x="5" y="50" ${abril} font-size="150%">Tarn</text></g>`,
  'families that are like others': {
    body: '<text x="5" y="50" font-family="serif" font-size="30">Tarn</text>',
    as: '<text x="5" y="50" font-family="EB Garamond" font-weight="500" font-size="30">Tarn</text>',
  },
  'a font that is not here': {
    body: '<text x="5" y="50" font-family="Nowhere Sans" font-size="30">Tarn</text>',
    told: 'Nowhere Sans',
  },
  'outlined words': `<text x="5" y="60" ${anton} font-size="50" fill="#fc3" stroke="#27a" stroke-width="3">Tn</text>`,
  'words with a gradient': `<linearGradient id="g" gradientUnits="userSpaceOnUse" x2="100"><stop stop-color="#a27"/><stop offset="1" stop-color="#27a"/></linearGradient><text x="5" y="60" ${anton} font-size="40" fill="url(#g)">Tarn</text>`,
  'words of other scripts':
    '<text x="95" y="60" text-anchor="end" font-family="Frank Ruhl Libre" font-size="30">שלום</text>',
  'words on a path': {
    body: `<path id="p" d="M10 60H90" fill="none"/><text ${anton} font-size="20"><textPath href="#p" startOffset="10">Tarn</textPath></text>`,
    as: `<text x="20" y="60" ${anton} font-size="20">Tarn</text>`,
  },
  'words on a path, length as its author says': {
    body: `<path id="p" pathLength="8" d="M10 60H90" fill="none"/><text ${anton} font-size="20"><textPath href="#p" startOffset="1">Tarn</textPath></text>`,
    as: `<text x="20" y="60" ${anton} font-size="20">Tarn</text>`,
  },
  // The middle of a letter stands on the line (SVG 2, 11.8.3): half its advance of 1022/2048 of 24 is 11.4368° on a radius of 30.
  'words on a circle begin at its right': {
    body: `<circle id="p" cx="50" cy="50" r="30" fill="none"/><text ${anton} font-size="24"><textPath href="#p">H</textPath></text>`,
    as: `<text ${anton} font-size="24" text-anchor="middle" transform="translate(79.40432 55.94859) rotate(101.43677)">H</text>`,
  },
  'a path that is not there': {
    body: `<text ${anton}><textPath href="#no">Tarn</textPath></text>`,
    told: 'Text on paths',
  },
  'words under a line': {
    body: `<text x="5" y="50" ${anton} text-decoration="underline">Tarn</text>`,
    told: 'Lines under',
  },
  'words that run downwards': {
    body: `<text x="5" y="50" ${anton} writing-mode="tb">Tarn</text>`,
    told: 'downwards',
  },
  'turned letters': {
    body: `<text x="5" y="50" ${anton} rotate="20">Tarn</text>`,
    told: 'Turns of single letters',
  },
  'a length that words are set to': `<text x="5" y="50" ${anton} font-size="16" textLength="80">Tarn</text>`,
  'a length that letters are stretched to': {
    body: `<text x="5" y="50" ${anton} textLength="80" lengthAdjust="spacingAndGlyphs">Tarn</text>`,
    told: 'Lengths',
  },
  'small capitals': {
    body: `<text x="5" y="50" ${anton} font-variant="small-caps">Tarn</text>`,
    told: 'Small capitals',
  },
  'slanted words': {
    body: `<text x="5" y="50" ${anton}>Ta<tspan font-style="italic">rn</tspan></text>`,
    told: 'Italics',
  },
  'a gradient on one word': {
    body: `<linearGradient id="g"><stop/><stop offset="1" stop-color="red"/></linearGradient><text x="5" y="50" ${anton}>Ta<tspan fill="url(#g)">rn</tspan></text>`,
    told: 'single words',
  },
  'opacity of all words': `<text x="5" y="60" ${anton} font-size="40" opacity=".5">Ta<tspan fill="#a27">rn</tspan></text>`,
  'opacity of one word': {
    body: `<text x="5" y="50" ${anton}>Ta<tspan opacity=".5">rn</tspan></text>`,
    told: 'Opacities',
  },
  'a stroke on one word': {
    body: `<text x="5" y="50" ${anton}>Ta<tspan stroke="red">rn</tspan></text>`,
    told: 'single words',
  },
};
