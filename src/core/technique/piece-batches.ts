import { counted } from '#core/make/counted';
import { rolesOfLadder, usualShares } from '#core/markers/ladder';
import { layRow } from '#core/sharing/lay-row';
import type { Ladder } from '#model/ladder';
import type { PieceRow } from '#model/piece-row';
import type { School } from '#model/school';
import { layMarks } from './lay-marks';
import { howOfMark, reachOfMark, whereOfMark } from './mark-words';
import type { RecipeMark, RecipeRung } from './recipe';
import { layersWhileWet, wetLimitMm2, type WetHand } from './wet-limit';

/** A loose piece is taken to be so large, in mm2, since nobody has measured it. From memory. */
const pieceMm2 = 200;

/** Loose pieces of one colour: they are coloured one after the other, or together where they stay wet together. */
export type PieceBatch = {
  id: string;
  name: string;
  pieces: number;
  isTogether: boolean;
  areaMm2: number;
  rungs: RecipeRung[];
  marks: RecipeMark[];
};

const keyOf = ({ rungs }: Ladder) => rungs.map(({ markerId }) => markerId).join(' ');

/** Loose pieces of all rows in batches by colour, in the order in which a ladder is first met. */
export function pieceBatches(rows: readonly PieceRow[], school: Pick<School, 'marks' | 'isStepwise'>, hand: WetHand): PieceBatch[] {
  const batches = new Map<string, { ladder: Ladder; counts: Map<string, number> }>();
  for (const row of rows) {
    const laid = layRow(row);
    for (let piece = 0; piece < row.count; piece++) {
      const ladder = row.ladders['problem' in laid ? piece % row.ladders.length : (laid[piece] ?? 0)];
      if (!ladder) continue;
      const batch = batches.get(keyOf(ladder)) ?? { ladder, counts: new Map() };
      batches.set(keyOf(ladder), batch);
      batch.counts.set(row.name, (batch.counts.get(row.name) ?? 0) + 1);
    }
  }
  return [...batches].map(([key, { ladder, counts }]) => {
    const roles = rolesOfLadder(ladder.rungs.length);
    const shares = usualShares(ladder.rungs.length);
    const rungs = ladder.rungs.map(({ markerId, code }, index) => ({ markerId, code, role: roles[index]!, share: shares[index]! }));
    const seen = { codes: rungs.map(({ code }) => code), usualPlace: (band: number) => `on the ${roles[band]}`, nameOf: () => undefined };
    const marks = layMarks(school, rungs.length).map((mark, index): RecipeMark => {
      const own = mark.rung === null ? undefined : rungs[mark.rung];
      const words = { where: whereOfMark(mark, seen), how: howOfMark(mark, {}), reach: reachOfMark(mark) };
      return { ...mark, ...words, number: index + 1, markerId: own?.markerId ?? null, code: own?.code ?? 'again', minds: [] };
    });
    const pieces = [...counts.values()].reduce((sum, count) => sum + count, 0);
    const areaMm2 = pieces * pieceMm2;
    const name = [...counts].map(([own, count]) => `${count} ${own}`).join(', ');
    return {
      ...{ id: `pieces/${key}`, name: name || counted(pieces, 'piece'), pieces, areaMm2, rungs, marks },
      isTogether: school.isStepwise === true || areaMm2 <= wetLimitMm2(hand, layersWhileWet(marks, rungs)),
    };
  });
}
