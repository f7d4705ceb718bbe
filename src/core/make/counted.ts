/** A count with its word: "1 area", "3 areas". @param many default: the word with an s. */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}
