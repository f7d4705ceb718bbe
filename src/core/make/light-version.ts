/**
 * Rises with every change of ours by which the bands of a make come to lie elsewhere than they did: a make that was last looked at under another
 * version says so once.
 */
export const lightVersion = 2;
