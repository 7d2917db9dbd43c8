import { colourRows } from './bench/colour';
for (const r of colourRows()) console.log(r.join(' | '));
