/** Colours for what is drawn on canvases and in SVG, where the classes of styles/base.css do not reach; the same values. */
export const inkHex = '#141414';
export const softHex = '#4a4a4a';
export const wallHex = '#d4d4d4';
export const paperHex = '#ffffff';
export const accentHex = '#005f69';
