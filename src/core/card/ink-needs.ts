import type { Supply } from '#model/supplies';

/** What an ink asks for, told by its name and by what sort it is: embossing powder, a heat tool. */
export function inkNeeds(
  ink: string | undefined,
  supplies: readonly Pick<Supply, 'kind' | 'name' | 'sort'>[],
): { powder: boolean; heat: boolean } {
  const told = ink === undefined ? '' : `${ink} ${supplies.find(({ kind, name }) => kind === 'line ink' && name === ink)?.sort ?? ''}`;
  const powder = /powder|emboss/i.test(told);
  return { powder, heat: powder || /heat/i.test(told) };
}
