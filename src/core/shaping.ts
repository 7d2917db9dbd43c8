/** The shaper, apart from the rest of the core: it is large, and only what evaluates designs needs it. */
export { openFace } from './lettering/harfbuzz';
export { openSubsetter, type Subsetter } from './lettering/subset';
