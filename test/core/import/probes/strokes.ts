import { type Probes, tiled } from './probe';

const cell = '<rect width="4" height="4" fill="#a27"/><rect x="4" y="4" width="4" height="4" fill="#27a"/>';
const bend = 'M20 80 50 20 80 80';

/** Strokes and dashes (SVG 2, 13.5). */
export const strokeProbes: Probes = {
  'join, miter': `<path d="${bend}" fill="none" stroke="#27a" stroke-width="16"/>`,
  'join, round': `<path d="${bend}" fill="none" stroke="#27a" stroke-width="16" stroke-linejoin="round"/>`,
  'join, bevel': `<path d="${bend}" fill="none" stroke="#27a" stroke-width="16" stroke-linejoin="bevel"/>`,
  'miter limit': `<path d="${bend}" fill="none" stroke="#27a" stroke-width="16" stroke-miterlimit="1.5"/>`,
  'join, arcs': {
    body: `<path d="${bend}" fill="none" stroke="#27a" stroke-width="16" stroke-linejoin="arcs"/>`,
    told: 'Joins',
  },
  'cap, round': `<path d="${bend}" fill="none" stroke="#27a" stroke-width="16" stroke-linecap="round"/>`,
  'width in per cent': `<path d="${bend}" fill="none" stroke="#27a" stroke-width="10%"/>`,
  'round join at a cusp whose handle lies on the node':
    '<path d="M20 20C40 20 50 50 50 80C50 80 60 20 85 25" fill="none" stroke="#27a" stroke-width="18" stroke-linejoin="round"/>',
  'round join at a turning back':
    '<path d="M20 50H80H40" fill="none" stroke="#27a" stroke-width="18" stroke-linejoin="round"/>',
  'join at a closed start':
    '<path d="M50 20L80 80H20z" fill="none" stroke="#27a" stroke-width="12" stroke-linejoin="round"/>',
  'segments of no length':
    '<path d="M20 20L20 20L80 20L80 20L80 80" fill="none" stroke="#27a" stroke-width="12" stroke-linejoin="round"/>',
  'a cusp within a cubic': '<path d="M20 70C90 0 10 0 80 70" fill="none" stroke="#27a" stroke-width="8"/>',
  dashes:
    '<path d="M10 20H90" stroke="#27a" stroke-width="8" stroke-dasharray="10 4"/><path d="M10 50H90" stroke="#27a" stroke-width="8" stroke-dasharray="10"/><path d="M10 80H90" stroke="#27a" stroke-width="8" stroke-dasharray="10 4 2"/>',
  'dashes, offset':
    '<path d="M10 20H90" stroke="#27a" stroke-width="8" stroke-dasharray="10 4" stroke-dashoffset="5"/><path d="M10 50H90" stroke="#27a" stroke-width="8" stroke-dasharray="10 4" stroke-dashoffset="-5"/>',
  'dashes in per cent': '<path d="M10 20H90" stroke="#27a" stroke-width="8" stroke-dasharray="10% 4%"/>',
  'dashes, negative': '<path d="M10 20H90" stroke="#27a" stroke-width="8" stroke-dasharray="10 -4"/>',
  'dashes of no length, round':
    '<path d="M10 20H90V80" fill="none" stroke="#27a" stroke-width="8" stroke-linecap="round" stroke-dasharray="0 12"/>',
  'dashes of no length, square': {
    body: '<path d="M10 20L80 80" fill="none" stroke="#27a" stroke-width="8" stroke-linecap="square" stroke-dasharray="0 14"/>',
    as: '<path d="M10 20L80 80" fill="none" stroke="#27a" stroke-width="8" stroke-linecap="square" stroke-dasharray=".01 13.99"/>',
  },
  'dashes of no length, butt':
    '<path d="M10 20H90" stroke="#27a" stroke-width="8" stroke-dasharray="0 12"/><rect width="5" height="5"/>',
  'dashes over corners': `<path d="${bend}" fill="none" stroke="#27a" stroke-width="10" stroke-linejoin="round" stroke-dasharray="50 8"/>`,
  'dashes of a circle begin at the right':
    '<circle cx="50" cy="50" r="35" fill="none" stroke="#27a" stroke-width="10" stroke-dasharray="60 400"/>',
  'dashes of an ellipse begin at the right':
    '<ellipse cx="50" cy="50" rx="40" ry="25" fill="none" stroke="#27a" stroke-width="8" stroke-dasharray="30 6 2 6" stroke-dashoffset="3"/>',
  'a progress ring':
    '<circle cx="50" cy="50" r="30" fill="none" stroke="#ddd" stroke-width="12"/><circle cx="50" cy="50" r="30" fill="none" stroke="#27a" stroke-width="12" stroke-linecap="round" stroke-dasharray="131.9 188.5" transform="rotate(-90 50 50)"/>',
  'dashes of a rect':
    '<rect x="15" y="15" width="70" height="50" fill="none" stroke="#27a" stroke-width="8" stroke-dasharray="35 9"/>',
  'dashes of a rounded rect':
    '<rect x="15" y="15" width="70" height="50" rx="14" fill="none" stroke="#27a" stroke-width="8" stroke-dasharray="35 9"/>',
  'dashes of a rect with other corners':
    '<rect x="15" y="15" width="70" height="50" rx="24" ry="10" fill="none" stroke="#27a" stroke-width="8" stroke-dasharray="35 9"/>',
  'dashes of a polygon':
    '<polygon points="20,20 80,30 60,80" fill="none" stroke="#27a" stroke-width="8" stroke-dasharray="35 9"/>',
  pathLength: {
    body: '<path pathLength="10" d="M10 20H90" stroke="#27a" stroke-width="8" stroke-dasharray="2 .5" stroke-dashoffset="1"/><circle pathLength="100" cx="50" cy="60" r="25" fill="none" stroke="#27a" stroke-width="8" stroke-dasharray="25 75"/>',
    as: '<path d="M10 20H90" stroke="#27a" stroke-width="8" stroke-dasharray="16 4" stroke-dashoffset="8"/><circle cx="50" cy="60" r="25" fill="none" stroke="#27a" stroke-width="8" stroke-dasharray="39.26990817 117.8097245"/>',
  },
  'pathLength 0': {
    body: '<path pathLength="0" d="M10 20H90" stroke="#27a" stroke-width="8" stroke-dasharray="20 5"/>',
    as: '<path d="M10 20H90" stroke="#27a" stroke-width="8" stroke-dasharray="20 5"/>',
  },
  'stroke that does not scale': {
    body: '<g transform="scale(2 2)"><path vector-effect="non-scaling-stroke" d="M10 10H40V40" fill="none" stroke="#27a" stroke-width="6" stroke-dasharray="12 3"/></g>',
    as: '<path d="M20 20H80V80" fill="none" stroke="#27a" stroke-width="6" stroke-dasharray="12 3"/>',
  },
  'stroke that does not scale, squeezed': {
    body: '<g transform="scale(2 1)"><path vector-effect="non-scaling-stroke" d="M10 10H40V40" fill="none" stroke="#27a" stroke-width="6"/></g>',
    told: 'do not scale',
  },
  'stroke under a squeeze':
    '<g transform="translate(50 50) scale(1.6 .6) rotate(30)"><rect x="-20" y="-20" width="40" height="40" fill="none" stroke="#27a" stroke-width="10"/></g>',
  'stroke with a pattern': {
    body: `<pattern id="p" width="8" height="8" patternUnits="userSpaceOnUse">${cell}</pattern><rect x="30" y="30" width="40" height="40" fill="none" stroke="url(#p)" stroke-width="30"/>`,
    as: `<clipPath id="c"><path d="M15 15H85V85H15zM45 45V55H55V45z"/></clipPath><g clip-path="url(#c)">${tiled(cell, 8, 8)}</g>`,
  },
  'stroke with a gradient':
    '<linearGradient id="g"><stop stop-color="#a27"/><stop offset="1" stop-color="#27a"/></linearGradient><circle cx="50" cy="50" r="30" fill="none" stroke="url(#g)" stroke-width="20"/>',
  'stroke with a gradient of no area':
    '<linearGradient id="g"><stop stop-color="#a27"/><stop offset="1" stop-color="#27a"/></linearGradient><line x1="10" y1="50" x2="90" y2="50" stroke="url(#g)" stroke-width="20"/><rect width="5" height="5"/>',
  'stroke with a gradient in user space':
    '<linearGradient id="g" gradientUnits="userSpaceOnUse" x1="10" y1="0" x2="90" y2="0"><stop stop-color="#a27"/><stop offset="1" stop-color="#27a"/></linearGradient><line x1="10" y1="50" x2="90" y2="50" stroke="url(#g)" stroke-width="20"/>',
  'paint order':
    '<rect x="25" y="25" width="50" height="50" fill="#fc3" stroke="#27a" stroke-width="20" paint-order="stroke fill"/>',
  'paint order, markers first':
    '<marker id="m" refX="2" refY="2" markerWidth="4" markerHeight="4"><rect width="4" height="4" fill="#a27"/></marker><path d="M20 50H80" stroke="#27a" stroke-width="8" marker-start="url(#m)" marker-end="url(#m)" paint-order="markers"/>',
  'stroke-opacity':
    '<rect x="25" y="25" width="50" height="50" fill="#fc3" stroke="#27a" stroke-width="20" stroke-opacity=".5"/>',
};
