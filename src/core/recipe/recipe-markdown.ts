import type { WrittenMark, WrittenRecipe } from '#model/written-recipe';
import { lampWords } from '#core/light/lamp-words';
import { byId } from '#core/make/by-id';
import { cautions } from '#core/technique/cautions';

/** Signs that mean something in Markdown (CommonMark 0.31, 2.4) are meant as they are. */
const plain = (text: string): string => text.replaceAll(/([\\`*_{}[\]<>()#+!|~-])/g, '\\$1').replaceAll(/\s+/g, ' ');

const markLine = ({ number, code, where, how, purpose, reach, minds = [] }: WrittenMark): string =>
  [
    `${number}. \`${code.replaceAll('`', "'")}\` ${plain(where)}, ${plain(how)}: ${plain(purpose)}${reach ? ` (${plain(reach)})` : ''}`,
    ...minds.map((mind) => `   - ${plain(mind)}`),
  ].join('\n');

/** A recipe as a text to read, with headings and lists: CommonMark. @param title what it is called. */
export function recipeMarkdown(recipe: WrittenRecipe, title: string): string {
  const {
    picture,
    lamp,
    school,
    paper,
    lineInk,
    writtenOn,
    elements,
    markers,
    finish = [],
    order = [],
    withoutLadder = [],
    minds = [],
  } = recipe;
  const known = byId(markers);
  const source = (id: string) => {
    const { source: from, reading } = known.get(id) ?? {};
    return [from ?? 'colour not known', reading?.paper ? `on ${reading.paper}` : ''].filter((one) => one !== '').join(' ');
  };
  const parts = [
    `# ${plain(title)}`,
    `${plain(picture.name)}, ${Math.round(picture.widthMm)} × ${Math.round(picture.heightMm)} mm. Light ${lampWords(lamp)}. ${plain(school.name)}.`,
    [`- Paper: ${plain(paper ?? 'not said')}`, `- Line ink: ${plain(lineInk ?? 'not said')}`, `- Written: ${writtenOn ?? 'not said'}`].join(
      '\n',
    ),
    ...minds.map(plain),
    ...elements.flatMap((element, index) => [
      `## ${index + 1} ${plain(element.name)}`,
      ...(element.school ? [plain(element.school)] : []),
      element.ladder
        .map(
          ({ markerId, code, role, share, where }) =>
            `- \`${code.replaceAll('`', "'")}\` ${plain(where ?? role)}, ${Math.round(100 * share)} % (${plain(source(markerId))})`,
        )
        .join('\n'),
      ...(element.notes ?? []).map(plain),
      element.marks.map(markLine).join('\n'),
    ]),
    ...(finish.length > 0 ? ['## In the end, the whole image', finish.map(markLine).join('\n')] : []),
    ...(order.length > 0
      ? [
          '## In which order',
          order.map(({ name, codes, why }, index) => `${index + 1}. ${plain(name)}: ${plain(codes.join(' '))}. ${plain(why)}`).join('\n'),
        ]
      : []),
    ...(withoutLadder.length > 0 ? [`Without a ladder: ${withoutLadder.map(plain).join(', ')}.`] : []),
    plain(cautions.alcohol),
  ];
  return `${parts.filter((part) => part !== '').join('\n\n')}\n`;
}
