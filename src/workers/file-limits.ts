/** Bytes that a list of markers may have: far more than any. */
export const mostListBytes = 5 * 1024 * 1024;
/** Bytes that waiting edits may have, with their pictures. */
export const mostWaitingBytes = 200 * 1024 * 1024;
