import { QueryTypes } from 'sequelize';
import { operationsFrom3 } from '#core/upgrade/from-3';
import { makeUpTo } from '#core/upgrade/upgrade';
import { type Migration, toBeMadeAnew } from './migration';

type Part = { id: string; head: object; pictures: { pictureId: string; document: unknown }[] };
type StepRow = { makeId: string; stepId: string; done: unknown; inverse: unknown };

/** What cannot be read is left as it is: it is told of where it is asked for, and hides nothing else. */
function orNull<T>(make: () => T): T | null {
  try {
    return make();
  } catch {
    return null;
  }
}

/** What a picture gets of colours becomes its first colouring; steps that can be taken back say which schema they are of. */
export const colourings: Migration = {
  name: '006-colourings',
  statements: [
    'ALTER TABLE make_steps ADD COLUMN schema integer NOT NULL DEFAULT 3',
    'ALTER TABLE make_steps ALTER COLUMN schema DROP DEFAULT',
  ],
  run: async (sequelize, transaction) => {
    const makes = await sequelize.query<Part>(
      `SELECT id, head, (
         SELECT coalesce(json_agg(json_build_object('pictureId', picture_id, 'document', document) ORDER BY place), '[]')
         FROM make_pictures WHERE make_id = id
       ) AS pictures FROM makes`,
      { type: QueryTypes.SELECT, transaction },
    );
    for (const { id, head, pictures } of makes) {
      const upgraded = orNull(() => makeUpTo({ ...head, pictures: pictures.map(({ document }) => document) }, 4).value);
      if (!upgraded) continue;
      const { pictures: documents, ...ofMake } = upgraded as { pictures: object[] };
      await sequelize.query('UPDATE makes SET head = :head, summary = :summary WHERE id = :id', {
        replacements: { id, head: JSON.stringify(ofMake), summary: toBeMadeAnew },
        transaction,
      });
      for (const [place, { pictureId }] of pictures.entries()) {
        await sequelize.query('UPDATE make_pictures SET document = :document WHERE make_id = :id AND picture_id = :pictureId', {
          replacements: { id, pictureId, document: JSON.stringify(documents[place]) },
          transaction,
        });
      }
    }
    const steps = await sequelize.query<StepRow>('SELECT make_id AS "makeId", step_id AS "stepId", done, inverse FROM make_steps', {
      type: QueryTypes.SELECT,
      transaction,
    });
    for (const { makeId, stepId, done, inverse } of steps) {
      const upgraded = orNull(() => ({ done: operationsFrom3(done), inverse: operationsFrom3(inverse) }));
      if (!upgraded) continue;
      await sequelize.query(
        'UPDATE make_steps SET schema = 4, done = :done, inverse = :inverse WHERE make_id = :makeId AND step_id = :stepId',
        { replacements: { makeId, stepId, done: JSON.stringify(upgraded.done), inverse: JSON.stringify(upgraded.inverse) }, transaction },
      );
    }
  },
};
