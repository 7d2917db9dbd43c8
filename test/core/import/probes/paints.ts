import { type Probes, tiled } from './probe';

const stops = '<stop offset=".1" stop-color="#fc3"/><stop offset=".9" stop-color="#27a"/>';
const box = '<clipPath id="c"><rect x="10" y="10" width="80" height="60"/></clipPath>';
const boxed = (content: string) => `${box}<g clip-path="url(#c)">${content}</g>`;
const dot = '<circle cx="5" cy="5" r="4" fill="#27a"/>';
const inner = [4, 8, 12, 16]
  .flatMap((x) => [4, 8, 12, 16].map((y) => `<rect x="${x}" y="${y}" width="2" height="2" fill="#a27"/>`))
  .join('');
const square = '<rect x="10" y="10" width="80" height="60" fill="url(#g)"/>';

/** Paint servers (SVG 2, chapter 14), colours (CSS Color 4 and 5) and opacity. */
export const paintProbes: Probes = {
  'linear, default': `<linearGradient id="g">${stops}</linearGradient>${square}`,
  'linear, turned': `<linearGradient id="g" gradientTransform="rotate(35)">${stops}</linearGradient>${square}`,
  'linear, user space and slanted': `<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="20" y1="20" x2="70" y2="60" gradientTransform="skewX(25)">${stops}</linearGradient>${square}`,
  'linear, reflected': `<linearGradient id="g" x1=".4" x2=".6" spreadMethod="reflect">${stops}</linearGradient>${square}`,
  // Where colours change at once, pictures are sampled once a pixel, here and elsewhere: these run round softly.
  'linear, repeated': `<linearGradient id="g" x1=".4" x2=".65" spreadMethod="repeat"><stop stop-color="#fc3"/><stop offset=".6" stop-color="#27a"/><stop offset="1" stop-color="#fc3"/></linearGradient>${square}`,
  'linear, stops out of order': `<linearGradient id="g"><stop stop-color="#fc3"/><stop offset=".6" stop-color="red"/><stop offset=".3" stop-color="red"/><stop offset="1" stop-color="#fc3"/></linearGradient>${square}`,
  'linear, stops in one place': `<linearGradient id="g"><stop offset=".5" stop-color="red"/><stop offset=".5" stop-color="#27a"/></linearGradient>${square}`,
  'linear, one stop': `<linearGradient id="g"><stop offset=".5" stop-color="#a27"/></linearGradient>${square}`,
  'linear, no stops': `<linearGradient id="g"/>${square}<rect width="5" height="5"/>`,
  'linear, both ends in one place': `<linearGradient id="g" x1=".5" x2=".5">${stops}</linearGradient>${square}`,
  'linear, offsets in per cent': `<linearGradient id="g"><stop offset="20%" stop-color="red"/><stop offset="70%" stop-color="#27a"/></linearGradient>${square}`,
  'linear, opacities of stops': `<linearGradient id="g"><stop stop-color="red" stop-opacity=".2"/><stop offset="1" stop-color="#27a" stop-opacity="80%"/></linearGradient>${square}`,
  'linear, currentColor in stops': `<linearGradient id="g" color="#a27"><stop stop-color="currentColor"/><stop offset="1" stop-color="#fff"/></linearGradient>${square}`,
  'linear, taken over by three': `<linearGradient id="a">${stops}</linearGradient><linearGradient id="b" href="#a" x1=".2"/><linearGradient id="g" href="#b" y2=".5"/>${square}`,
  'linear, that refers to itself': `<linearGradient id="g" href="#g">${stops}</linearGradient>${square}`,
  'radial, default': `<radialGradient id="g">${stops}</radialGradient>${square}`,
  'radial, squeezed and turned': `<radialGradient id="g" gradientUnits="userSpaceOnUse" cx="50" cy="40" r="30" gradientTransform="rotate(20 50 40) scale(1 .5)">${stops}</radialGradient>${square}`,
  'radial, with a focus': `<radialGradient id="g" fx=".3" fy=".6">${stops}</radialGradient>${square}`,
  'radial, repeated': `<radialGradient id="g" r=".2" spreadMethod="repeat"><stop stop-color="#fc3"/><stop offset=".6" stop-color="#27a"/><stop offset="1" stop-color="#fc3"/></radialGradient>${square}`,
  'radial, radius of the focus': {
    body: `<radialGradient id="g" fr=".2"><stop stop-color="#fc3"/><stop offset="1" stop-color="#27a"/></radialGradient>${square}`,
    as: `<radialGradient id="g"><stop offset=".4" stop-color="#fc3"/><stop offset="1" stop-color="#27a"/></radialGradient>${square}`,
  },
  'radial, radius of a focus aside': {
    body: `<radialGradient id="g" fx=".4" fr=".2">${stops}</radialGradient>${square}`,
    told: 'foci',
  },
  'radial, focus outside': {
    body: `<radialGradient id="g" fx="1.4">${stops}</radialGradient>${square}`,
    told: 'outside their circle',
  },
  'radial, no radius': `<radialGradient id="g" r="0">${stops}</radialGradient>${square}`,
  'gradient of text in a group': `<linearGradient id="g" gradientUnits="userSpaceOnUse" x2="100">${stops}</linearGradient><g fill="url(#g)"><circle cx="20" cy="40" r="15"/><circle cx="75" cy="60" r="20"/></g>`,
  'paint that is not there, with another':
    '<rect x="10" y="10" width="80" height="60" fill="url(#no) #27a"/>',
  'paint that is not there': {
    body: '<rect x="10" y="10" width="80" height="60" fill="url(#no)"/>',
    told: 'not in the file',
  },
  'pattern, user space': {
    body: `<pattern id="g" patternUnits="userSpaceOnUse" x="3" y="5" width="12" height="10">${dot}</pattern>${square}`,
    as: boxed(tiled(dot, 12, 10, 3, 5)),
  },
  'pattern, share of the box':
    '<pattern id="g" width=".25" height=".5"><rect width="8" height="12" fill="#27a"/></pattern><rect x="10" y="10" width="80" height="60" fill="url(#g)"/>',
  'pattern, content in shares':
    '<pattern id="g" width=".25" height=".5" patternContentUnits="objectBoundingBox"><rect width=".125" height=".25" fill="#27a"/></pattern><rect x="10" y="10" width="80" height="60" fill="url(#g)"/>',
  'pattern, with a viewBox':
    '<pattern id="g" width=".25" height=".25" viewBox="0 0 10 10"><circle cx="5" cy="5" r="5" fill="#27a"/></pattern><rect x="10" y="10" width="80" height="60" fill="url(#g)"/>',
  'pattern, cell cut off':
    '<pattern id="g" patternUnits="userSpaceOnUse" width="20" height="20"><circle cx="10" cy="10" r="14" fill="#27a" stroke="#000" stroke-width="2"/></pattern><rect x="10" y="10" width="80" height="60" fill="url(#g)"/>',
  'pattern in a pattern': {
    body: `<pattern id="h" patternUnits="userSpaceOnUse" width="4" height="4"><rect width="2" height="2" fill="#a27"/></pattern><pattern id="g" patternUnits="userSpaceOnUse" width="24" height="20"><rect x="2" y="2" width="16" height="16" fill="url(#h)" stroke="#27a"/></pattern>${square}`,
    as: boxed(tiled(`${inner}<rect x="2" y="2" width="16" height="16" fill="none" stroke="#27a"/>`, 24, 20)),
  },
  'pattern that refers to itself': {
    body: '<pattern id="g" patternUnits="userSpaceOnUse" width="24" height="20"><rect width="10" height="10" fill="#27a"/><rect x="12" width="10" height="10" fill="url(#g)"/></pattern><rect x="10" y="10" width="80" height="60" fill="url(#g)"/>',
    told: 'themselves',
  },
  'pattern, taken over': {
    body: `<pattern id="a" patternUnits="userSpaceOnUse" width="12" height="10">${dot}</pattern><pattern id="g" href="#a" width="16"/>${square}`,
    as: boxed(tiled(dot, 16, 10)),
  },
  'pattern, slanted': {
    body: '<pattern id="g" patternUnits="userSpaceOnUse" width="12" height="10" patternTransform="skewX(30)"><circle cx="5" cy="5" r="4" fill="#27a"/></pattern><rect x="10" y="10" width="80" height="60" fill="url(#g)"/>',
    told: 'slanted',
  },
  'colours by name, number and share': {
    body: '<rect width="30" height="30" fill="RebeccaPurple"/><rect x="35" width="30" height="30" fill="rgb(20% 60% 80%)"/><rect x="70" width="30" height="30" fill="hsl(20,80%,40%)"/><rect y="40" width="30" height="30" fill="#f00a"/><rect x="35" y="40" width="30" height="30" fill="rgba(0,100,200,.5)"/>',
    as: '<rect width="30" height="30" fill="#639"/><rect x="35" width="30" height="30" fill="#39c"/><rect x="70" width="30" height="30" fill="#b84d14"/><rect y="40" width="30" height="30" fill="#f00" fill-opacity=".6667"/><rect x="35" y="40" width="30" height="30" fill="#0064c8" fill-opacity=".5"/>',
  },
  'colours of wider spaces': {
    body: '<rect width="45" height="45" fill="oklch(0.6 0.1 250)"/><rect x="50" width="45" height="45" fill="color(srgb .2 .4 .6)"/><rect y="50" width="45" height="45" fill="lab(50 20 -30)"/>',
    // CSS Color 4, section 9 and 10, worked out by hand of the matrices there and rounded.
    as: '<rect width="45" height="45" fill="#4b86c0"/><rect x="50" width="45" height="45" fill="#336699"/><rect y="50" width="45" height="45" fill="#846aab"/>',
  },
  'var()': {
    body: '<style>:root{--Main:#27a;--soft:var(--Main)}g{--edge:3px}</style><g><rect x="10" y="10" width="50" height="50" style="fill:var(--soft);stroke:var(--none,#000);stroke-width:var(--edge)"/></g><circle cx="80" cy="80" r="10" fill="var(--Main)"/>',
    as: '<rect x="10" y="10" width="50" height="50" fill="#27a" stroke="#000" stroke-width="3"/><circle cx="80" cy="80" r="10" fill="#27a"/>',
  },
  'var() that refers to itself': {
    body: '<style>:root{--a:var(--b);--b:var(--a,#27a)}</style><rect x="10" y="10" width="50" height="50" style="fill:var(--a,#a27)"/><g fill="#7a2"><rect x="70" width="20" height="20" style="fill:var(--b)"/></g>',
    as: '<rect x="10" y="10" width="50" height="50" fill="#a27"/><rect x="70" width="20" height="20" fill="#7a2"/>',
  },
  'color-mix()': {
    body: '<rect width="45" height="45" fill="color-mix(in srgb, #f00, #00f)"/><rect x="50" width="45" height="45" fill="color-mix(in srgb, #f00 25%, #00f)"/><rect y="50" width="45" height="45" style="fill:color-mix(in srgb, #fff 20%, #000 20%)"/><rect x="50" y="50" width="45" height="45" style="--c:#0f0;fill:color-mix(in srgb, var(--c), transparent 50%)"/>',
    as: '<rect width="45" height="45" fill="#800080"/><rect x="50" width="45" height="45" fill="#4000bf"/><rect y="50" width="45" height="45" fill="#808080" fill-opacity=".4"/><rect x="50" y="50" width="45" height="45" fill="#0f0" fill-opacity=".5"/>',
  },
  'a colour that is none': {
    body: '<rect x="10" y="10" width="80" height="60" fill="bluish"/>',
    told: 'bluish',
  },
  currentColor: {
    body: '<g color="#a27"><rect x="10" y="10" width="80" height="60" fill="currentColor" stroke="currentcolor"/></g>',
    as: '<rect x="10" y="10" width="80" height="60" fill="#a27" stroke="#a27"/>',
  },
  'opacity of a group':
    '<g opacity=".5"><circle cx="40" cy="50" r="30" fill="#a27"/><circle cx="65" cy="50" r="30" fill="#27a"/></g>',
  'opacity in per cent': '<rect x="10" y="10" width="80" height="60" fill="#a27" opacity="40%"/>',
  'fill-opacity with a gradient': `<linearGradient id="g">${stops}</linearGradient><rect x="10" y="10" width="80" height="60" fill="url(#g)" fill-opacity=".4"/>`,
  'blend modes': [
    'multiply',
    'screen',
    'overlay',
    'darken',
    'lighten',
    'color-dodge',
    'color-burn',
    'hard-light',
    'soft-light',
  ]
    .map(
      (mode, i) =>
        `<g style="isolation:isolate"><rect x="${33 * (i % 3)}" y="${33 * Math.floor(i / 3)}" width="30" height="30" fill="#c73"/><circle cx="${33 * (i % 3) + 18}" cy="${33 * Math.floor(i / 3) + 18}" r="11" fill="#4a9" style="mix-blend-mode:${mode}"/></g>`,
    )
    .join(''),
  'blend modes of colour': ['difference', 'exclusion', 'hue', 'saturation', 'color', 'luminosity']
    .map(
      (mode, i) =>
        `<g style="isolation:isolate"><rect x="${33 * (i % 3)}" y="${33 * Math.floor(i / 3)}" width="30" height="30" fill="#c73"/><circle cx="${33 * (i % 3) + 18}" cy="${33 * Math.floor(i / 3) + 18}" r="11" fill="#4a9" style="mix-blend-mode:${mode}"/></g>`,
    )
    .join(''),
  'a blend mode that is not known': {
    body: '<rect width="50" height="50" fill="#27a" style="mix-blend-mode:plus-lighter"/>',
    told: 'plus-lighter',
  },
};
