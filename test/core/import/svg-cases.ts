import type { Part } from '@/core';
import { readSvg } from '@/core/importing';

/** An SVG of 100 by 100 with something in it. */
export const svg = (body: string, attributes = 'viewBox="0 0 100 100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${attributes}>${body}</svg>`;

/** What parts come of that. */
export const parts = (body: string, attributes?: string): Part[] =>
  Object.values(readSvg(svg(body, attributes)).parts);

/** A gradient that others refer to. */
export const gradient =
  '<linearGradient id="g"><stop offset=".2" stop-color="#c00"/><stop offset=".8" stop-color="#06c" stop-opacity=".4"/></linearGradient>';

/** What designers’ files have, in small; each is drawn by resvg as well. */
export const cases: Readonly<Record<string, string>> = {
  'shapes and strokes': svg(
    '<rect x="5" y="5" width="40" height="30" rx="6" fill="#c96"/><circle cx="70" cy="25" r="18" stroke="#124" stroke-width="4" fill="none"/><ellipse cx="25" cy="70" rx="20" ry="9" fill="#396" fill-opacity=".5"/><line x1="50" y1="50" x2="95" y2="60" stroke="teal" stroke-width="3" stroke-linecap="round"/><polygon points="60,70 90,72 75,95" fill="purple"/><polyline points="5,95 20,88 35,95" fill="none" stroke="#000" stroke-dasharray="4 2 1"/>',
  ),
  'corners that are no circles': svg(
    '<rect x="10" y="10" width="80" height="60" rx="30" ry="10" fill="#369"/>',
  ),
  'fill rules': svg('<path d="M50 5 80 95 5 38 95 38 20 95z" fill-rule="evenodd" fill="#b30"/>'),
  transforms: svg(
    '<g transform="translate(50 50) rotate(30) skewX(20)"><rect x="-20" y="-10" width="40" height="20" fill="#27a" stroke="#000" stroke-width="3"/></g><rect style="transform:translate(10px,70px) scale(-1,.5)" width="-0" height="10"/><rect width="10" height="20" transform="matrix(1 .2 -.3 1 80 10)" fill="#7a2"/>',
  ),
  'style sheets': svg(
    '<style>.a{fill:#d40}g > rect.a{fill:#0a6}#x{fill:#06c}rect:first-child{stroke:#000;stroke-width:2}@media print{rect{fill:red}}</style><g color="#808"><rect class="a" x="5" y="5" width="40" height="40"/><rect id="x" class="a" x="55" y="5" width="40" height="40"/><rect class="a b" style="fill-opacity:.5" x="5" y="55" width="40" height="40"/></g><path fill="currentColor" color="#f0f" d="M55 55h40v40z"/>',
  ),
  'inherited styles': svg(
    '<g fill="none" stroke="#145" stroke-width="6" stroke-linejoin="round"><path d="M10 90 30 20 50 90"/><g stroke="inherit" fill="gold"><path d="M60 90 75 20 90 90z"/></g></g>',
  ),
  'copies and symbols': svg(
    '<defs><rect id="r" width="20" height="20"/><symbol id="s" viewBox="0 0 10 20" preserveAspectRatio="xMinYMid"><circle cx="5" cy="10" r="9"/></symbol></defs><use href="#r" x="5" y="5" fill="#a33"/><use xlink:href="#r" transform="rotate(45 50 20)" x="45" y="10" fill="#3a3"/><use href="#s" x="10" y="40" width="60" height="50" fill="#33a" opacity=".6"/>',
  ),
  'nested viewports': svg(
    '<svg x="10" y="10" width="50" height="30" viewBox="0 0 20 20" preserveAspectRatio="xMaxYMin slice"><rect width="20" height="20" fill="#acd"/><circle cx="10" cy="10" r="10" fill="#135"/></svg><svg x="50%" y="50%" width="40%" height="40%"><rect width="100%" height="50%" fill="#e80"/></svg>',
  ),
  'linear gradients': svg(
    `<defs>${gradient}<linearGradient id="h" href="#g" x1="0" y1="0" x2="1" y2="1" gradientTransform="rotate(20)"/><linearGradient id="u" xlink:href="#g" gradientUnits="userSpaceOnUse" x1="60" y1="60" x2="70" y2="75" spreadMethod="reflect"/></defs><rect x="5" y="5" width="80" height="20" fill="url(#g)"/><rect x="5" y="30" width="80" height="20" fill="url(#h)"/><circle cx="70" cy="75" r="22" fill="url(#u)"/><path d="M10 60h30v30" fill="none" stroke="url(#h)" stroke-width="8"/>`,
  ),
  'radial gradients': svg(
    `<defs><radialGradient id="g" fx=".3" fy=".3"><stop stop-color="#fff"/><stop offset="1" stop-color="#046"/></radialGradient><radialGradient id="t" href="#g" gradientUnits="userSpaceOnUse" cx="30" cy="75" r="20" fx="30" fy="75" gradientTransform="rotate(-20 30 75) scale(1 .6)" spreadMethod="reflect"/></defs><ellipse cx="50" cy="27" rx="40" ry="22" fill="url(#g)"/><rect x="5" y="52" width="60" height="44" fill="url(#t)"/>`,
  ),
  clips: svg(
    '<defs><clipPath id="c"><circle cx="30" cy="30" r="22"/><rect x="30" y="30" width="25" height="25"/></clipPath><clipPath id="b" clipPathUnits="objectBoundingBox"><circle cx=".5" cy=".5" r=".5"/></clipPath><clipPath id="n" clip-path="url(#c)"><rect x="10" y="25" width="40" height="60"/></clipPath></defs><g clip-path="url(#c)"><rect width="60" height="60" fill="#48a"/></g><rect x="55" y="5" width="40" height="30" fill="#a48" clip-path="url(#b)"/><rect transform="translate(40 40)" width="60" height="60" fill="#8a4" clip-path="url(#n)" opacity=".7"/>',
  ),
  masks: svg(
    '<defs><linearGradient id="w"><stop stop-color="#fff"/><stop offset="1" stop-color="#000"/></linearGradient><mask id="m" maskUnits="userSpaceOnUse" x="0" y="0" width="100" height="100"><rect width="100" height="100" fill="url(#w)"/></mask><mask id="a" mask-type="alpha" maskContentUnits="objectBoundingBox"><circle cx=".5" cy=".5" r=".4" fill="#000" fill-opacity=".6"/></mask></defs><rect x="5" y="5" width="90" height="40" fill="#c40" mask="url(#m)"/><rect x="20" y="55" width="60" height="40" fill="#04c" style="mask:url(#a)"/>',
  ),
  'masks and clips that take over from where they stand': svg(
    '<g fill="none"><mask id="m" maskUnits="userSpaceOnUse" x="0" y="0" width="100" height="100"><path d="M10 10h50v50h-50z" stroke="#fff" stroke-width="12"/></mask><clipPath id="c"><path d="M60 60h35v35h-35zM70 70h15v15h-15z" clip-rule="evenodd"/></clipPath></g><rect width="100" height="100" fill="#c40" mask="url(#m)"/><rect width="100" height="100" fill="#04c" clip-path="url(#c)"/>',
  ),
  'opacity and blend modes': svg(
    '<rect width="100" height="60" fill="#fc3"/><g opacity=".5"><circle cx="30" cy="40" r="25" fill="#06c"/><circle cx="55" cy="40" r="25" fill="#c06"/></g><circle cx="75" cy="60" r="22" fill="#3a7" style="mix-blend-mode:multiply"/><g style="isolation:isolate"><rect x="5" y="70" width="30" height="25" fill="#a30"/><rect x="20" y="75" width="30" height="25" fill="#3a0" style="mix-blend-mode:screen"/></g>',
  ),
  'paint order': svg(
    '<circle cx="50" cy="50" r="30" fill="#fd6" stroke="#346" stroke-width="16" paint-order="stroke"/>',
  ),
  units: svg(
    '<rect x="1in" y="10mm" width="2cm" height="30pt" fill="#555"/>',
    'width="200px" height="120px"',
  ),
  'what is hidden': svg(
    '<rect width="50" height="50" fill="red" display="none"/><g visibility="hidden"><rect x="50" width="50" height="50" fill="red"/><rect x="60" y="60" width="30" height="30" fill="#08c" visibility="visible"/></g>',
  ),
  markers: svg(
    '<defs><marker id="a" viewBox="0 0 10 10" refX="9" refY="5" markerWidth="5" markerHeight="4" orient="auto"><path d="M0 0 10 5 0 10z" fill="#c40"/></marker><marker id="d" markerUnits="userSpaceOnUse" markerWidth="8" markerHeight="8" refX="4" refY="4"><circle cx="4" cy="4" r="3.5" fill="#06c"/></marker><marker id="s" refX="1" refY="1" markerWidth="2" markerHeight="2" orient="30" overflow="visible"><rect width="2" height="2" fill="#3a7"/></marker></defs><polyline points="10,80 30,30 60,50 90,15" fill="none" stroke="#124" stroke-width="3" marker-start="url(#a)" marker-mid="url(#d)" marker-end="url(#a)"/><path d="M15 95 Q50 60 85 95" fill="none" stroke="#555" stroke-width="2" marker-start="url(#s)" marker-end="url(#s)"/>',
  ),
  'patterns that stand by the user’s space': svg(
    '<defs><pattern id="p" patternUnits="userSpaceOnUse" x="3" y="2" width="15" height="10" patternTransform="translate(2 1)"><rect x="1" y="1" width="5" height="6" fill="#fc3"/><circle cx="10" cy="4.5" r="3" fill="#06c"/></pattern></defs><rect x="5" y="5" width="60" height="50" fill="url(#p)"/><circle cx="70" cy="70" r="24" fill="url(#p)" stroke="#000"/>',
  ),
  'patterns that stand by what they fill': svg(
    '<defs><pattern id="p" width=".25" height=".5" viewBox="0 0 10 10" preserveAspectRatio="none"><path d="M0 0h10v5h-10z" fill="#a30"/><circle cx="5" cy="7" r="3"/></pattern><pattern id="q" href="#p" patternContentUnits="objectBoundingBox" width=".5" height=".5" viewBox=""><rect width=".3" height=".3" fill="#088"/></pattern></defs><rect x="10" y="8" width="80" height="40" fill="url(#p)"/><path d="M50 55 90 95H10z" fill="url(#q)"/>',
  ),
  'shadows without what casts them': svg(
    '<defs><filter id="f" x="-1" y="-1" width="3" height="3"><feGaussianBlur in="SourceAlpha" stdDeviation="3"/><feOffset dx="6" dy="8"/><feColorMatrix values="0 0 0 0 .7 0 0 0 0 .2 0 0 0 0 0 0 0 0 .6 0"/></filter></defs><g><g transform="translate(4 6) scale(.9)"><rect x="20" y="20" width="40" height="40" fill="#fff" filter="url(#f)"/></g><circle cx="70" cy="30" r="14" fill="#06c"/></g>',
  ),
  'a path that breaks off': svg('<path d="M10 10 H60 V60 Q 20" fill="#06a"/>'),
};
