/** All of a list in an order by lot (Fisher and Yates 1938; Durstenfeld 1964). */
export function sharedOut<T>(list: readonly T[], random: () => number): T[] {
  const lots = [...list];
  for (let last = lots.length - 1; last > 0; last--) {
    const other = Math.floor(random() * (last + 1));
    [lots[last], lots[other]] = [lots[other]!, lots[last]!];
  }
  return lots;
}
