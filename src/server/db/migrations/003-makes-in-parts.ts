import { QueryTypes } from 'sequelize';
import { makeUpTo } from '#core/upgrade/upgrade';
import { type Migration, toBeMadeAnew } from './migration';

/**
 * Makes in parts, so that an edit rewrites what it touches: the head, a row for each picture, a summary for lists. Results of readings leave
 * the documents for blobs. Steps that can be taken back, so that undo outlives a reload.
 */
export const makesInParts: Migration = {
  name: '003-makes-in-parts',
  statements: [
    `CREATE TABLE make_pictures (
      make_id text NOT NULL REFERENCES makes (id) ON DELETE CASCADE,
      picture_id text NOT NULL,
      place integer NOT NULL,
      document jsonb NOT NULL,
      PRIMARY KEY (make_id, picture_id)
    )`,
    `CREATE TABLE make_steps (
      make_id text NOT NULL REFERENCES makes (id) ON DELETE CASCADE,
      step_id text NOT NULL,
      number bigint GENERATED ALWAYS AS IDENTITY,
      undone boolean NOT NULL DEFAULT false,
      done jsonb NOT NULL,
      inverse jsonb NOT NULL,
      PRIMARY KEY (make_id, step_id)
    )`,
    'ALTER TABLE makes RENAME COLUMN document TO head',
    'ALTER TABLE makes ADD COLUMN summary jsonb',
    // What the sweep has freed; the batch's id and answer stay for ever.
    'ALTER TABLE make_batches ALTER COLUMN operations DROP NOT NULL',
    'CREATE INDEX makes_updated_at ON makes (updated_at DESC)',
  ],
  run: async (sequelize, transaction) => {
    const makes = await sequelize.query<{ id: string; document: unknown }>('SELECT id, head AS document FROM makes', {
      type: QueryTypes.SELECT,
      transaction,
    });
    for (const { id, document } of makes) {
      const { value, blobs } = makeUpTo(document, 3);
      const make = value as { pictures: { id: string }[] };
      for (const { sha256, bytes } of blobs) {
        await sequelize.query(
          `INSERT INTO blobs (sha256, media_type, bytes, created_at) VALUES (:sha256, 'application/octet-stream', :bytes, now())
           ON CONFLICT (sha256) DO NOTHING`,
          { replacements: { sha256, bytes: Buffer.from(bytes) }, transaction },
        );
      }
      const { pictures, ...head } = make;
      await sequelize.query('UPDATE makes SET head = :head, summary = :summary WHERE id = :id', {
        replacements: { id, head: JSON.stringify(head), summary: toBeMadeAnew },
        transaction,
      });
      for (const [place, picture] of pictures.entries()) {
        await sequelize.query(
          'INSERT INTO make_pictures (make_id, picture_id, place, document) VALUES (:id, :pictureId, :place, :document)',
          {
            replacements: { id, pictureId: picture.id, place, document: JSON.stringify(picture) },
            transaction,
          },
        );
      }
    }
    await sequelize.query('ALTER TABLE makes ALTER COLUMN summary SET NOT NULL', { transaction });
  },
};
