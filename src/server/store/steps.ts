import { Op, type Transaction } from 'sequelize';
import { makeSchemaVersion } from '#model/make';
import { mostSteps, type Operation, type Step, stepSchema, type Steps, type StepTurn } from '#model/operation';
import { advanceSteps } from '#core/make/steps';
import type { Database } from '#server/db/database';

/** Those after the last that cannot be read: one that lies before it cannot be taken back without it. */
function readable(steps: readonly Step[]): Step[] {
  return steps.slice(steps.findLastIndex((step) => !stepSchema.safeParse(step).success) + 1);
}

/** The steps of a make that can be taken back and done again, the nearest last. */
export async function readSteps(database: Database, makeId: string, transaction?: Transaction): Promise<Steps> {
  const rows = await database.makeSteps.findAll({ where: { makeId }, order: [['number', 'ASC']], ...(transaction ? { transaction } : {}) });
  // One of another schema could not be brought to today's (db/migrations): it cannot be read.
  const told = rows.map(({ stepId, undone, schema, done, inverse }) => ({
    undone,
    step: { id: stepId, done, inverse, ...(schema === makeSchemaVersion ? {} : { done: null as never }) },
  }));
  return {
    undo: readable(told.filter(({ undone }) => !undone).map(({ step }) => step)),
    // The last that was taken back is the first to be done again.
    redo: readable(
      told
        .filter(({ undone }) => undone)
        .map(({ step }) => step)
        .reverse(),
    ),
  };
}

/** Notes what an edit is to the steps, as core/make/steps.ts says, on the rows that it concerns. */
export async function noteStep(
  database: Database,
  makeId: string,
  turn: StepTurn,
  operations: readonly Operation[],
  inverse: readonly Operation[],
  transaction: Transaction,
): Promise<void> {
  const row = await database.makeSteps.findOne({ where: { makeId, stepId: turn.id }, transaction });
  const own = row ? { id: row.stepId, done: row.done, inverse: row.inverse } : null;
  const before: Steps = { undo: own && !row?.undone ? [own] : [], redo: own && row?.undone ? [own] : [] };
  const after = advanceSteps(before, turn, operations, inverse);
  const kept = [...after.undo, ...after.redo].find(({ id }) => id === turn.id);
  if (turn.turn === 'do') {
    await database.makeSteps.destroy({ where: { makeId, [Op.or]: [{ undone: true }, { stepId: turn.id }] }, transaction });
    if (kept)
      await database.makeSteps.create(
        { makeId, stepId: turn.id, schema: makeSchemaVersion, done: kept.done, inverse: kept.inverse },
        { transaction },
      );
    const old = await database.makeSteps.findAll({
      where: { makeId },
      attributes: ['stepId'],
      order: [['number', 'DESC']],
      offset: mostSteps,
      transaction,
    });
    if (old.length > 0) await database.makeSteps.destroy({ where: { makeId, stepId: old.map(({ stepId }) => stepId) }, transaction });
    return;
  }
  if (row && kept) await row.update({ undone: after.redo.length > 0, done: kept.done, inverse: kept.inverse }, { transaction });
}
