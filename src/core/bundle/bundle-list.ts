import type { Make } from '#model/make';
import { counted } from '#core/make/counted';

export type ListedRecipe = { id: string; makeId: string; number: number; writtenOn?: string | undefined };

const pad = (words: string, signs: number): string => words.padEnd(signs, ' ');

/** What a bundle holds, to be read by people who have nothing but it: plain text. @param writtenOn the day. */
export function bundleList(makes: readonly Make[], recipes: readonly ListedRecipe[], writtenOn: string): string {
  const lines = [
    `Written by Aquachrome on ${writtenOn}. Another Aquachrome reads this file as it is: drop it on the table.`,
    '',
    'What lies in it:',
    `  ${pad('makes/*.json', 18)}a make each: pictures, elements, bodies, light, colourings`,
    `  ${pad('recipes/*.json', 18)}a version of a recipe each, as it was written on its day, with its notes`,
    `  ${pad('sessions/*.json', 18)}a sitting each, as it was planned and as it went`,
    `  ${pad('rack.json', 18)}the markers that they need, with readings of their colours`,
    `  ${pad('supplies.json', 18)}papers, inks and schools that they name`,
    `  ${pad('blobs/*', 18)}pictures and what was read from them, each named by its SHA-256`,
    `  ${pad('aquachrome.json', 18)}the list that Aquachrome reads`,
  ];
  for (const make of makes) {
    lines.push('', make.name, `  makes/${make.id}.json`);
    for (const { name, widthMm, heightMm, original, grey, elements, colourings } of make.pictures) {
      lines.push(
        `  ${name}: ${Math.round(widthMm)} x ${Math.round(heightMm)} mm, ${counted(elements.length, 'element')}, ${counted(colourings.length, 'colouring')}`,
        `    as it came (${original.fileName}): blobs/${original.sha256}`,
        `    as it is read: blobs/${grey.sha256} (PNG)`,
      );
    }
    for (const { id, number, writtenOn: on } of recipes.filter(({ makeId }) => makeId === make.id))
      lines.push(`  version ${number}${on ? ` of ${on}` : ''}: recipes/${id}.json`);
  }
  return `${lines.join('\n')}\n`;
}
