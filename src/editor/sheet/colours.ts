/** Colours of what is drawn over the tiles, by their words in the theme. */
export const madder = 'var(--sc-palette-madder-main)';
export const brass = 'var(--sc-palette-primary-main)';
export const panel = 'var(--sc-palette-background-paper)';
