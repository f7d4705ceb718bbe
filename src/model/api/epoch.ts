/** Header by which answers and requests name the history of the installation's data: a restore begins another. */
export const epochHeader = 'x-aquachrome-epoch';
