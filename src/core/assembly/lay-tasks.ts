import { commonMm2, isThere } from '#core/layout/heights';
import type { Laid } from '#core/layout/laid';
import { takes } from './times';

import type { AssemblyRequest, List } from './task-list';

const isDrop = ({ item: { of } }: Laid): boolean => of.kind === 'accent' && of.sort === 'drop';
export const layId = ({ item }: Laid): string => `lay ${item.id}`;

/** How things are laid down: what lies behind first; twine round its panel before that goes onto the base; drops when all else is done. */
export function layTasks(
  list: List,
  { laid, support }: AssemblyRequest,
  papers: { ready: ReadonlyMap<string, string> },
  pieces: ReadonlyMap<string, string>,
): void {
  const there = laid.filter((own) => isThere(own) && own.piece?.cut.by !== 'panel');
  const drops: string[] = [];
  for (const own of there) {
    const { item, name, sort } = own;
    const held = support.find((one) => one.laid.item.id === item.id);
    const how = item.foamMm !== undefined ? `on ${held?.foam?.foams.length ?? 0} pieces of foam` : held ? `: ${held.how}` : '';
    const id = list.add({
      id: layId(own),
      name:
        sort === 'tie'
          ? `Wind the ${name}${own.item.of.kind === 'tie' && own.item.of.turns > 1 ? `, ${own.item.of.turns} turns` : ''}`
          : sort === 'accent'
            ? `Set a ${name}`
            : own.isInside
              ? `Glue ${name} inside`
              : item.foamMm !== undefined
                ? `Set ${name} ${how}`
                : `Glue down ${name}${how}`,
      tool: sort === 'tie' ? 'twine' : isDrop(own) ? 'drops' : 'glue and foam',
      seconds:
        sort === 'tie'
          ? takes.twine
          : isDrop(own)
            ? takes.drop
            : sort === 'accent'
              ? takes.accent
              : item.foamMm !== undefined
                ? takes.foam
                : takes.glue,
      itemIds: [item.id],
    });
    if (isDrop(own)) drops.push(id);
    const own1 = own.paperPiece ? papers.ready.get(own.paperPiece.id) : own.piece ? pieces.get(own.piece.id) : undefined;
    list.wait(id, own1, own.paperPiece ? 'it is cut' : 'it is ready');
  }
  const ties = there.filter(({ sort }) => sort === 'tie');
  const panelOf = (tie: Laid) =>
    there
      .slice(0, there.indexOf(tie))
      .find((own) => own.paperPiece !== null && own.paperPiece.sort !== 'strip' && !own.isInside && commonMm2(own, tie) > 0.5);
  for (const [place, own] of there.entries()) {
    const below = there.slice(0, place).filter((other) => other.isInside === own.isInside && commonMm2(own, other) > 0.5);
    for (const other of below) {
      // Drops are set when all else is done: what is drawn over one is not laid onto it.
      if (isDrop(other) && !isDrop(own)) continue;
      // What lies on a panel under its twine comes before the twine, and so before the panel is glued.
      const tie = ties.find((one) => panelOf(one) === other && there.indexOf(one) >= place);
      if (tie) {
        if (own !== tie && !isDrop(own)) list.wait(layId(tie), layId(own), 'it lies under the twine');
        continue;
      }
      list.wait(layId(own), layId(other), 'what lies behind is glued first');
    }
    if (below.length === 0 && !own.isInside) list.wait(layId(own), papers.ready.get(''), 'the base is cut and scored');
    if (own.isInside) list.wait(layId(own), papers.ready.get(''), 'the base is cut and scored');
  }
  for (const tie of ties) {
    const panel = panelOf(tie);
    if (!panel) continue;
    list.wait(layId(panel), layId(tie), 'the ends of the twine are turned under it before it goes onto the base');
    list.wait(layId(tie), panel.paperPiece ? papers.ready.get(panel.paperPiece.id) : undefined, 'it is wound round the panel');
  }
  for (const drop of drops)
    for (const own of there)
      if (!drops.includes(layId(own))) list.wait(drop, layId(own), 'raised drops come last: nothing touches them wet');
}
