import { counted } from '#core/make/counted';

export type InBackup = {
  /** The day. */
  writtenOn: string;
  makes: readonly { name: string; pictures: readonly string[]; touchedOn: string }[];
  recipes: readonly { name: string; number: number; keptOn: string }[];
  lines: readonly { name: string; known: number; owned: number }[];
  supplies: readonly { kind: string; name: string }[];
};

/** What a backup holds, to be read by people who have nothing but it: plain text. */
export function backupList({ writtenOn, makes, recipes, lines, supplies }: InBackup): string {
  const rows = [
    `Everything that one Aquachrome held on ${writtenOn}. Put it back in a terminal, in its folder: ./run restore and the name of this file.`,
    'data.pgdump is the data themselves: a dump of PostgreSQL (pg_restore reads it).',
    '',
    `${counted(makes.length, 'make')}:`,
    ...makes.map(
      ({ name, pictures, touchedOn }) => `  ${name} (last touched ${touchedOn})${pictures.map((one) => `\n    ${one}`).join('')}`,
    ),
    '',
    `${counted(recipes.length, 'kept recipe')}:`,
    ...recipes.map(({ name, number, keptOn }) => `  ${name}${number > 0 ? `, version ${number}` : ''}, ${keptOn}`),
    '',
    'The rack:',
    ...lines.map(({ name, known, owned }) => `  ${name}: ${counted(known, 'marker')}, ${owned} owned`),
    '',
    'Papers, inks and the like:',
    ...supplies.map(({ kind, name }) => `  ${name} (${kind})`),
  ];
  return `${rows.join('\n')}\n`;
}
