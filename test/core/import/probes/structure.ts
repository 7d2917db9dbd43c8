import type { Probes } from './probe';

const page = 'data:image/svg+xml,';
const inner = encodeURIComponent(
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 20 10"><rect width="20" height="10" fill="#fc3"/><circle cx="10" cy="5" r="8" fill="#27a"/></svg>',
);

/** Structure, styling and transforms (SVG 2, chapters 5, 6 and 8; CSS Transforms 1 and 2). */
export const structureProbes: Probes = {
  'use, moved and filled':
    '<defs><rect id="r" width="20" height="20"/></defs><use href="#r" x="10" y="10" fill="#27a"/><use href="#r" transform="translate(50 40) rotate(20)" fill="#a27"/>',
  'use of a group':
    '<defs><g id="r"><circle cx="10" cy="10" r="9"/><rect x="20" width="9" height="20" fill="#fc3"/></g></defs><use href="#r" x="10" y="10" fill="#27a"/>',
  'use of a use':
    '<defs><rect id="r" width="20" height="20"/><use id="u" href="#r" x="5"/></defs><use href="#u" y="30" fill="#27a"/>',
  'use that refers to itself': {
    body: '<g id="r"><rect width="10" height="10"/><use href="#r" x="10"/></g>',
    told: 'themselves',
  },
  'use of what is not there': {
    body: '<use href="#no"/><rect width="5" height="5"/>',
    told: 'not in the file',
  },
  'symbol, sized by its use':
    '<symbol id="s" viewBox="0 0 10 10"><circle cx="5" cy="5" r="6" fill="#27a"/></symbol><use href="#s" x="10" y="10" width="50" height="30"/>',
  'symbol without a size':
    '<symbol id="s" viewBox="0 0 10 10"><circle cx="5" cy="5" r="4" fill="#27a"/></symbol><use href="#s"/>',
  'symbol with its own size': {
    body: '<symbol id="s" width="40" height="20" viewBox="0 0 10 10"><rect width="10" height="10" fill="#27a"/></symbol><use href="#s" x="5" y="5"/>',
    as: '<rect x="15" y="5" width="20" height="20" fill="#27a"/>',
  },
  'nested viewport':
    '<svg x="10" y="20" width="50" height="40" viewBox="0 0 10 10"><circle cx="5" cy="5" r="7" fill="#27a"/></svg>',
  'nested viewport, overflow':
    '<svg x="10" y="20" width="50" height="40" overflow="visible"><circle cx="25" cy="20" r="40" fill="#27a"/></svg>',
  'nested viewport in per cent':
    '<svg x="10%" y="20%" width="50%" height="40%"><rect width="50%" height="50%" fill="#27a"/></svg>',
  'nested viewport, slice':
    '<svg x="10" y="20" width="70" height="40" viewBox="0 0 10 10" preserveAspectRatio="xMidYMin slice"><circle cx="5" cy="5" r="5" fill="#27a"/></svg>',
  'nested viewport without size': '<svg viewBox="0 0 10 10"><circle cx="5" cy="5" r="5" fill="#27a"/></svg>',
  'nested viewport, moved': {
    body: '<svg transform="translate(20 0)" x="10" y="20" width="50" height="40"><rect width="100" height="100" fill="#27a"/></svg>',
    as: '<rect x="30" y="20" width="50" height="40" fill="#27a"/>',
  },
  'switch, language':
    '<switch><rect systemLanguage="xx" width="50" height="50" fill="red"/><rect systemLanguage="de, en" x="10" y="10" width="50" height="50" fill="#27a"/><rect width="90" height="90" fill="#a27"/></switch>',
  'switch, last':
    '<switch><g systemLanguage="xx"><rect width="50" height="50" fill="red"/></g><rect x="20" y="20" width="50" height="50" fill="#a27"/></switch>',
  'switch, extension':
    '<switch><rect requiredExtensions="http://example.org/other" width="50" height="50" fill="red"/><rect x="20" y="20" width="50" height="50" fill="#a27"/></switch>',
  'switch, page inside': {
    body: '<switch><foreignObject width="50" height="50"><p/></foreignObject><rect x="20" y="20" width="50" height="50" fill="#a27"/></switch>',
    as: '<rect x="20" y="20" width="50" height="50" fill="#a27"/>',
  },
  'conditions outside a switch': {
    body: '<rect systemLanguage="xx" width="50" height="50" fill="red"/><rect x="20" y="20" width="50" height="50" fill="#a27"/>',
    as: '<rect x="20" y="20" width="50" height="50" fill="#a27"/>',
  },
  'display none':
    '<g display="none"><rect width="50" height="50" fill="red"/></g><rect x="20" y="20" width="50" height="50" fill="#a27" style="display:inline"/>',
  visibility:
    '<g visibility="hidden"><rect width="50" height="50" fill="red"/><rect x="20" y="20" width="50" height="50" fill="#a27" visibility="visible"/></g>',
  'a picture that is an SVG': {
    body: `<image x="10" y="20" width="60" height="60" href="${page}${inner}"/>`,
    as: '<svg x="10" y="35" width="60" height="30" viewBox="0 0 20 10"><rect width="20" height="10" fill="#fc3"/><circle cx="10" cy="5" r="8" fill="#27a"/></svg>',
  },
  'a picture from elsewhere': {
    body: '<image width="60" height="60" href="https://example.org/a.png"/>',
    told: 'Pictures',
  },
  'a page of another kind': { body: '<foreignObject width="60" height="60"/>', told: 'Foreign objects' },
  animations: {
    body: '<rect width="50" height="50" fill="#27a"><animate attributeName="x" to="50" dur="1s"/></rect>',
    told: 'Animations',
  },
  'elements that are not known': { body: '<blob width="50"/>', told: 'blob' },
  'transform list':
    '<rect width="30" height="20" fill="#27a" transform="translate(30,20)rotate(20),scale(1.5 1) skewY(10)"/>',
  'transform, turned about a place':
    '<rect x="40" y="40" width="30" height="20" fill="#27a" transform="rotate(45 50 50)"/>',
  'transform, as a property': {
    body: '<rect width="30" height="20" fill="#27a" style="transform:translate(20px,10%) rotate(.1turn)"/>',
    as: '<rect width="30" height="20" fill="#27a" transform="translate(20 10) rotate(36)"/>',
  },
  'transform-origin': {
    body: '<rect x="30" y="30" width="30" height="20" fill="#27a" style="transform:rotate(45deg);transform-origin:50% 40px"/>',
    as: '<rect x="30" y="30" width="30" height="20" fill="#27a" transform="rotate(45 50 40)"/>',
  },
  'transform-origin, words': {
    body: '<rect x="30" y="30" width="30" height="20" fill="#27a" transform="scale(.5)" transform-origin="right bottom"/>',
    as: '<rect x="30" y="30" width="30" height="20" fill="#27a" transform="translate(50 50) scale(.5)"/>',
  },
  'transform-box': {
    body: '<rect x="30" y="30" width="30" height="20" fill="#27a" style="transform-box:fill-box;transform-origin:center;transform:rotate(30deg)"/>',
    as: '<rect x="30" y="30" width="30" height="20" fill="#27a" transform="rotate(30 45 40)"/>',
  },
  'transform-box of a group': {
    body: '<g style="transform-box:fill-box;transform-origin:center;transform:rotate(30deg)"><rect x="30" y="30" width="30" height="20"/></g>',
    told: 'their own middle',
  },
  'rotate, scale and translate by themselves': {
    body: '<rect width="30" height="20" fill="#27a" style="translate:20px 30px;rotate:30deg;scale:1.5"/>',
    as: '<rect width="30" height="20" fill="#27a" transform="translate(20 30) rotate(30) scale(1.5)"/>',
  },
  'style sheets, weights':
    '<style>rect{fill:red}.a{fill:#a27}#b{fill:#27a}g .a{stroke:#000}</style><g><rect class="a" width="30" height="30"/><rect id="b" class="a" x="40" width="30" height="30"/></g>',
  'style sheets, neighbours and places': {
    body: '<style>rect:nth-child(2n){fill:#27a}rect + circle{fill:#a27}rect ~ path{fill:#7a2}[data-x="1"]{opacity:.5}</style><g><rect width="20" height="20"/><rect data-x="1" x="30" width="20" height="20"/><circle cx="70" cy="10" r="9"/><path d="M0 40h20v20z"/></g>',
    as: '<rect width="20" height="20"/><rect x="30" width="20" height="20" fill="#27a" opacity=".5"/><circle cx="70" cy="10" r="9" fill="#a27"/><path d="M0 40h20v20z" fill="#7a2"/>',
  },
  'style sheets for screens': {
    body: '<style>@media screen{rect{fill:#27a}}@media print{rect{fill:red}}@media (prefers-color-scheme:dark){rect{fill:#000}}@media all and (prefers-color-scheme: light){rect{stroke:#000}}</style><rect x="10" y="10" width="50" height="50"/>',
    as: '<rect x="10" y="10" width="50" height="50" fill="#27a" stroke="#000"/>',
  },
  'inherit, initial and unset': {
    body: '<g fill="#27a" opacity=".5"><rect width="30" height="30" style="opacity:inherit"/><rect x="40" width="30" height="30" style="fill:initial"/><rect y="40" width="30" height="30" fill="red" style="fill:unset"/></g>',
    as: '<g opacity=".5"><rect width="30" height="30" fill="#27a" opacity=".5"/><rect x="40" width="30" height="30"/><rect y="40" width="30" height="30" fill="#27a"/></g>',
  },
  'a style sheet from elsewhere': {
    body: '<style>@import url(other.css);</style><rect width="9" height="9"/>',
    told: 'Style sheets',
  },
  'rules where something is supported': {
    body: '<style>@supports (fill:red){rect{fill:#27a}}@supports not (fill:red){rect{fill:red}}</style><rect x="10" y="10" width="50" height="50"/>',
    as: '<rect x="10" y="10" width="50" height="50" fill="#27a"/>',
  },
};
