import type { Probes } from './probe';

/** Shapes and paths (SVG 2, chapters 9 and 10) and units (chapter 8). */
export const shapeProbes: Probes = {
  'rect, one radius': '<rect x="10" y="10" width="80" height="50" rx="15" fill="#27a"/>',
  'rect, radii over half a side': '<rect x="10" y="10" width="80" height="50" rx="90" ry="20" fill="#27a"/>',
  'rect, only ry': '<rect x="10" y="10" width="80" height="50" ry="20" fill="#27a"/>',
  'rect, radius in per cent': '<rect x="10" y="10" width="80" height="50" rx="10%" fill="#27a"/>',
  'rect, negative radius': '<rect x="10" y="10" width="80" height="50" rx="-4" fill="#27a"/>',
  'rect, no height': '<rect x="10" y="10" width="80" height="0" fill="#27a"/><rect width="9" height="9"/>',
  'circle, radius in per cent': '<circle cx="50%" cy="40%" r="30%" fill="#27a"/>',
  'circle, negative radius': '<circle cx="50" cy="50" r="-9" fill="#27a"/><rect width="9" height="9"/>',
  'ellipse, one radius': '<ellipse cx="50" cy="50" rx="30" fill="#27a"/>',
  'ellipse, auto radius': '<ellipse cx="50" cy="50" rx="auto" ry="20" fill="#27a"/>',
  'line, caps':
    '<line x1="20" y1="20" x2="80" y2="70" stroke="#27a" stroke-width="12" stroke-linecap="square"/>',
  'line, of no length, round cap':
    '<line x1="50" y1="50" x2="50" y2="50" stroke="#27a" stroke-width="30" stroke-linecap="round"/>',
  'line, of no length, square cap':
    '<line x1="50" y1="50" x2="50" y2="50" stroke="#27a" stroke-width="30" stroke-linecap="square"/>',
  'polyline, odd number of coordinates': '<polyline points="10,10 90,10 90,80 50" fill="#27a"/>',
  'polygon, evenodd': '<polygon points="50,5 80,95 5,38 95,38 20,95" fill="#27a" fill-rule="evenodd"/>',
  'path, relative commands': '<path d="m10 10h40v20h-10l-10 30-20-10z" fill="#27a"/>',
  'path, smooth cubics':
    '<path d="M10 50C10 10 40 10 50 50S90 90 90 50" fill="none" stroke="#27a" stroke-width="5"/>',
  'path, quadratics': '<path d="M10 50Q30 0 50 50T90 50t-20 30" fill="none" stroke="#27a" stroke-width="5"/>',
  'path, arcs':
    '<path d="M20 50A30 20 30 1 0 80 50a30 15-20 0 1-40 10" fill="none" stroke="#27a" stroke-width="5"/>',
  'path, arc flags without spaces': '<path d="M20 50a30 20 0 0150 10a20 20 0 10-30 20z" fill="#27a"/>',
  'path, arc too small': '<path d="M10 50A5 5 0 0 0 90 50z" fill="#27a"/>',
  'path, arc of radius 0': '<path d="M10 50A0 5 0 0 0 90 50L50 90z" fill="#27a"/>',
  'path, several subpaths': '<path d="M10 10h30v30h-30zm50 0h30v30h-30zM10 60h80v20h-80z" fill="#27a"/>',
  'path, drawn on after z': '<path d="M10 10h30v30zl40 40v20z" fill="#27a" stroke="#000" stroke-width="2"/>',
  'path, numbers run together':
    '<path d="M10-.5.5.5 50.5.5-3e1 70z" transform="translate(20 10)" fill="#27a"/>',
  'path, up to what is wrong': {
    body: '<path d="M10 10H90V50L x 10 90z" fill="#27a"/>',
    told: 'Ends of paths',
    also: true,
  },
  'path, a dot with round caps':
    '<path d="M50 50h0" stroke="#27a" stroke-width="30" stroke-linecap="round"/>',
  'path, a closed dot with round caps':
    '<path d="M50 50z" stroke="#27a" stroke-width="30" stroke-linecap="round"/>',
  'path, nonzero hole': '<path d="M10 10h80v80h-80zM30 30v40h40v-40z" fill="#27a"/>',
  units: {
    body: '<rect x="1mm" y="2pt" width="1.5cm" height="3pc" fill="#27a"/><rect x="50" y=".5in" width="12q" height="20px" fill="#a27"/>',
    as: '<rect x="1mm" y="2pt" width="1.5cm" height="3pc" fill="#27a"/><rect x="50" y=".5in" width="3mm" height="20" fill="#a27"/>',
  },
  'em of the element': {
    body: '<rect font-size="10" x="1em" y="2em" width="6em" height="4ex" fill="#27a"/>',
    as: '<rect x="10" y="20" width="60" height="20" fill="#27a"/>',
  },
  'em of a group': {
    body: '<g font-size="5"><g font-size="2em"><rect x="1em" y="2em" width="6em" height="4em" fill="#27a" stroke="#000" style="stroke-width:.5em"/></g></g>',
    as: '<rect x="10" y="20" width="60" height="40" fill="#27a" stroke="#000" stroke-width="5"/>',
  },
  'em that is inherited as it came to': {
    body: '<g font-size="4" stroke-width="1em" stroke="#000"><rect font-size="20" x="20" y="20" width="50" height="50" fill="#27a"/></g>',
    as: '<rect x="20" y="20" width="50" height="50" fill="#27a" stroke="#000" stroke-width="4"/>',
  },
  'geometry as properties': {
    body: '<style>rect{x:10px;y:20px;width:60px;height:40px;rx:8px}circle{cx:60px;cy:70px;r:20px}ellipse{cx:20px;cy:80px;rx:12px;ry:6px}</style><rect fill="#27a"/><circle r="3" fill="#a27"/><ellipse fill="#7a2"/>',
    as: '<rect x="10" y="20" width="60" height="40" rx="8" fill="#27a"/><circle cx="60" cy="70" r="20" fill="#a27"/><ellipse cx="20" cy="80" rx="12" ry="6" fill="#7a2"/>',
  },
  'a path as a property': {
    body: '<path style="d:path(\'M10 10h50v50z\')" d="M0 0h5v5z" fill="#27a"/>',
    as: '<path d="M10 10h50v50z" fill="#27a"/>',
  },
  'viewBox that is not square': {
    body: '<circle cx="50" cy="25" r="20" fill="#27a"/>',
    root: 'viewBox="0 0 100 50" width="100" height="100"',
  },
  'viewBox, none': {
    body: '<circle cx="50" cy="25" r="20" fill="#27a"/>',
    root: 'viewBox="0 0 100 50" width="100" height="100" preserveAspectRatio="none"',
  },
  'viewBox, slice': {
    body: '<rect width="100" height="50" fill="#ddd"/><circle cx="50" cy="25" r="20" fill="#27a"/>',
    root: 'viewBox="0 0 100 50" width="100" height="100" preserveAspectRatio="xMinYMax slice"',
  },
  'viewBox with an origin': { body: '<circle r="30" fill="#27a"/>', root: 'viewBox="-50 -40 100 100"' },
};
