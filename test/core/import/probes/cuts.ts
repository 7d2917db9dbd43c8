import type { Probes } from './probe';

const fill = '<rect width="100" height="100" fill="#27a"';
const clipped = (shape: string, more = '') =>
  `<rect x="10" y="20" width="60" height="40" fill="#27a" style="clip-path:${shape}" ${more}/>`;
const by = (
  shape: string,
  rect = '<rect x="10" y="20" width="60" height="40" fill="#27a" clip-path="url(#c)"/>',
) => `<clipPath id="c">${shape}</clipPath>${rect}`;

/** Clips and masks (CSS Masking 1, CSS Shapes 1) and markers (SVG 2, chapter 13). */
export const cutProbes: Probes = {
  clip: `<clipPath id="c"><circle cx="50" cy="50" r="30"/></clipPath>${fill} clip-path="url(#c)"/>`,
  'clip, evenodd': `<clipPath id="c"><path clip-rule="evenodd" d="M10 10h80v80h-80zM30 30h40v40h-40z"/></clipPath>${fill} clip-path="url(#c)"/>`,
  'clip of the box': `<clipPath id="c" clipPathUnits="objectBoundingBox"><circle cx=".5" cy=".5" r=".5"/></clipPath><rect x="10" y="20" width="80" height="40" fill="#27a" clip-path="url(#c)"/>`,
  'clip of the box, turned': `<clipPath id="c" clipPathUnits="objectBoundingBox"><circle cx=".5" cy=".5" r=".5"/></clipPath><rect transform="rotate(30 50 50)" x="20" y="30" width="60" height="30" fill="#27a" clip-path="url(#c)"/>`,
  'clip with a transform': `<clipPath id="c" transform="rotate(20)"><rect x="40" width="30" height="90"/></clipPath>${fill} clip-path="url(#c)"/>`,
  'clip of a clip': `<clipPath id="d"><rect width="50" height="100"/></clipPath><clipPath id="c" clip-path="url(#d)"><circle cx="50" cy="50" r="40"/></clipPath>${fill} clip-path="url(#c)"/>`,
  'clip of a shape in a clip': `<clipPath id="d"><rect width="50" height="100"/></clipPath><clipPath id="c"><circle cx="50" cy="50" r="40" clip-path="url(#d)"/></clipPath>${fill} clip-path="url(#c)"/>`,
  'clip with a copy': `<defs><circle id="o" cx="30" cy="30" r="25"/></defs><clipPath id="c"><use href="#o" x="20" y="15"/></clipPath>${fill} clip-path="url(#c)"/>`,
  'clip of nothing': `<clipPath id="c"/>${fill} clip-path="url(#c)"/><rect width="5" height="5"/>`,
  'clip of a group': `<clipPath id="c"><circle cx="50" cy="50" r="30"/></clipPath><g clip-path="url(#c)" transform="scale(.8)">${fill}/><circle cx="60" cy="60" r="20" fill="#fc3"/></g>`,
  'words as a clip': {
    body: `<clipPath id="c"><text x="5" y="70" font-family="Abril Fatface" font-size="70">Ab</text></clipPath>${fill} clip-path="url(#c)"/>`,
    as: '<text x="5" y="70" font-family="Abril Fatface" font-size="70" fill="#27a">Ab</text>',
  },
  'shape, circle': { body: clipped('circle(15px at 30px 20px)'), as: by('<circle cx="40" cy="40" r="15"/>') },
  'shape, circle by sides': { body: clipped('circle()'), as: by('<circle cx="40" cy="40" r="20"/>') },
  'shape, circle in per cent': {
    body: clipped('circle(50% at 25% 50%)'),
    as: by('<circle cx="25" cy="40" r="25.495"/>'),
  },
  'shape, ellipse': {
    body: clipped('ellipse(20px 25% at left)'),
    as: by('<ellipse cx="10" cy="40" rx="20" ry="10"/>'),
  },
  'shape, inset': {
    body: clipped('inset(10% 20px 5px)'),
    as: by('<rect x="30" y="24" width="20" height="31"/>'),
  },
  'shape, inset with corners': {
    body: clipped('inset(5px round 10px)'),
    as: by('<rect x="15" y="25" width="50" height="30" rx="10"/>'),
  },
  'shape, polygon': {
    body: clipped('polygon(evenodd, 0 0, 100% 0, 50% 100%)'),
    as: by('<path d="M10 20h60L40 60z"/>'),
  },
  'shape, path': { body: clipped("path('M0 0h30v30z')"), as: by('<path d="M10 20h30v30z"/>') },
  'shape, rect and xywh': {
    body: clipped('xywh(5px 5px 50% 50% round 4px)'),
    as: by('<rect x="15" y="25" width="30" height="20" rx="4"/>'),
  },
  'shape in the box of the stroke': {
    body: clipped('inset(0)', 'stroke="#a27" stroke-width="10"'),
    as: '<rect x="10" y="20" width="60" height="40" fill="#27a" stroke="#a27" stroke-width="10"/>',
  },
  'shape in the box of the fill': {
    body: clipped('inset(0) fill-box', 'stroke="#a27" stroke-width="10"'),
    as: by(
      '<rect x="10" y="20" width="60" height="40"/>',
      '<rect x="10" y="20" width="60" height="40" fill="#27a" stroke="#a27" stroke-width="10" clip-path="url(#c)"/>',
    ),
  },
  'shape in the viewport': {
    body: clipped('circle(30px at 50% 50%) view-box'),
    as: by('<circle cx="50" cy="50" r="30"/>'),
  },
  'mask by lightness': `<mask id="m"><rect width="100" height="50" fill="#fff"/><rect y="50" width="100" height="50" fill="#888"/></mask>${fill} mask="url(#m)"/>`,
  'mask by lightness of colours': `<mask id="m"><rect width="30" height="100" fill="#f00"/><rect x="30" width="30" height="100" fill="#0f0"/><rect x="60" width="40" height="100" fill="#00f" fill-opacity=".5"/></mask>${fill} mask="url(#m)"/>`,
  'mask by opacity': `<mask id="m" mask-type="alpha"><rect width="100" height="50" fill="#000"/><rect y="50" width="100" height="50" fill="#fff" fill-opacity=".3"/></mask>${fill} mask="url(#m)"/>`,
  'mask by opacity, as a property': {
    body: `<mask id="m" style="mask-type:alpha"><circle cx="50" cy="50" r="30"/></mask>${fill} mask="url(#m)"/>`,
    as: '<circle cx="50" cy="50" r="30" fill="#27a"/>',
  },
  'mask, its region': `<mask id="m" x="0" y="0" width=".5" height=".7"><rect width="100" height="100" fill="#fff"/></mask><rect x="20" y="20" width="60" height="60" fill="#27a" mask="url(#m)"/>`,
  'mask, its region as it is without a word': `<mask id="m"><rect width="100" height="100" fill="#fff"/></mask><rect x="30" y="30" width="40" height="40" fill="#27a" stroke="#a27" stroke-width="30" mask="url(#m)"/>`,
  'mask, its region in user space': `<mask id="m" maskUnits="userSpaceOnUse" x="30" y="30" width="30" height="50"><rect width="100" height="100" fill="#fff"/></mask>${fill} mask="url(#m)"/>`,
  'mask, content of the box': `<mask id="m" maskContentUnits="objectBoundingBox"><circle cx=".5" cy=".5" r=".4" fill="#fff"/></mask><rect x="20" y="30" width="60" height="40" fill="#27a" mask="url(#m)" transform="rotate(20 50 50)"/>`,
  'mask of a mask': `<mask id="n"><rect width="50" height="100" fill="#fff"/></mask><mask id="m" mask="url(#n)"><circle cx="50" cy="50" r="40" fill="#fff"/></mask>${fill} mask="url(#m)"/>`,
  'mask and clip': `<clipPath id="c"><rect width="60" height="60"/></clipPath><mask id="m"><circle cx="50" cy="50" r="40" fill="#fff"/></mask>${fill} mask="url(#m)" clip-path="url(#c)"/>`,
  'mask of linear lightness': {
    body: `<mask id="m" color-interpolation="linearRGB"><rect width="100" height="100" fill="#888"/></mask>${fill} mask="url(#m)"/>`,
    told: 'linear lightness',
  },
  'mask that is not there': { body: `${fill} mask="url(#no)"/>`, told: 'Clips and masks' },
  markers:
    '<marker id="m" markerWidth="4" markerHeight="4" refX="2" refY="2" orient="auto"><path d="M0 0L4 2L0 4z" fill="#a27"/></marker><path d="M10 20L50 20L70 70" fill="none" stroke="#27a" stroke-width="4" marker-start="url(#m)" marker-mid="url(#m)" marker-end="url(#m)"/>',
  'markers of curves': {
    body: '<marker id="m" markerWidth="4" markerHeight="4" refX="2" refY="2" orient="auto"><path d="M0 0L4 2L0 4z" fill="#a27"/></marker><path d="M10 80C20 10 60 10 80 60S40 90 30 60" fill="none" stroke="#27a" stroke-width="3" style="marker:url(#m)"/>',
    as: '<marker id="m" markerWidth="4" markerHeight="4" refX="2" refY="2" orient="auto"><path d="M0 0L4 2L0 4z" fill="#a27"/></marker><path d="M10 80C20 10 60 10 80 60S40 90 30 60" fill="none" stroke="#27a" stroke-width="3" marker-start="url(#m)" marker-mid="url(#m)" marker-end="url(#m)"/>',
  },
  'markers with a viewBox':
    '<marker id="m" viewBox="0 0 10 10" markerUnits="userSpaceOnUse" markerWidth="20" markerHeight="20" refX="5" refY="5" orient="45"><rect width="10" height="10" fill="#a27"/></marker><path d="M20 20L70 60" stroke="#27a" stroke-width="4" marker-end="url(#m)"/>',
  'markers in the colours of their line': {
    body: '<marker id="m" markerWidth="4" markerHeight="4" refX="2" refY="2"><circle cx="2" cy="2" r="1.5" fill="context-stroke"/></marker><path d="M20 20L70 60" stroke="#27a" stroke-width="6" marker-end="url(#m)"/>',
    as: '<path d="M20 20L70 60" stroke="#27a" stroke-width="6"/><circle cx="70" cy="60" r="9" fill="#27a"/>',
  },
  'markers of a polygon':
    '<marker id="m" markerWidth="4" markerHeight="4" refX="2" refY="2" orient="auto"><rect width="4" height="4" fill="#a27"/></marker><polygon points="20,20 80,30 50,80" fill="none" stroke="#27a" stroke-width="3" marker-mid="url(#m)"/>',
};
