/** Told once by a worker that holds the lock of its name. */
export const holdsLock = 'holds its lock';
