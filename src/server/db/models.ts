import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  type Model,
  type ModelStatic,
  type Sequelize,
} from 'sequelize';
import type { MakeHead } from '#model/make';
import type { MakeSummary } from '#model/make-summary';
import type { CodeRule, ColourReading, Lab, MarkerEvent, PairNote, RackMarker } from '#model/marker';
import type { Operation } from '#model/operation';
import type { Picture } from '#model/picture';
import type { UnknownFields } from '#model/unknown-fields';

export interface MakeRow extends Model<InferAttributes<MakeRow>, InferCreationAttributes<MakeRow>> {
  id: string;
  revision: number;
  head: MakeHead;
  summary: MakeSummary;
  /** What its file said beyond our schema when it came in. */
  unknownFields: CreationOptional<UnknownFields | null>;
  createdAt: CreationOptional<Date>;
  updatedAt: CreationOptional<Date>;
}

/** One picture of a make, in its place among them. */
export interface MakePictureRow extends Model<InferAttributes<MakePictureRow>, InferCreationAttributes<MakePictureRow>> {
  makeId: string;
  pictureId: string;
  place: number;
  document: Picture;
}

/** A step of the maker's that may be taken back, or was. `number` rises with each. */
export interface MakeStepRow extends Model<InferAttributes<MakeStepRow>, InferCreationAttributes<MakeStepRow>> {
  makeId: string;
  stepId: string;
  number: CreationOptional<string>;
  undone: CreationOptional<boolean>;
  /** Of which schema its operations are. */
  schema: number;
  done: Operation[];
  inverse: Operation[];
}

/** One batch as it was applied: its id makes sure that it is never applied twice. */
export interface MakeBatchRow extends Model<InferAttributes<MakeBatchRow>, InferCreationAttributes<MakeBatchRow>> {
  makeId: string;
  batchId: string;
  revision: number;
  /** Null when the sweep has freed them. */
  operations: Operation[] | null;
  createdAt: CreationOptional<Date>;
}

export interface BlobRow extends Model<InferAttributes<BlobRow>, InferCreationAttributes<BlobRow>> {
  sha256: string;
  mediaType: string;
  bytes: Buffer;
  createdAt: CreationOptional<Date>;
}

export interface MarkerLineRow extends Model<InferAttributes<MarkerLineRow>, InferCreationAttributes<MarkerLineRow>> {
  /** Set by the database with every change (db/belonging.ts). */
  revision: CreationOptional<string>;
  id: string;
  name: string;
  rule: CodeRule;
  note: string | null;
}

/** A marker as the table holds it: what the rack's type leaves out is null here. */
export interface MarkerRow extends Model<InferAttributes<MarkerRow>, InferCreationAttributes<MarkerRow>> {
  /** Set by the database with every change (db/belonging.ts). */
  revision: CreationOptional<string>;
  id: string;
  lineId: string;
  code: string;
  family: string | null;
  group: string | null;
  depth: number | null;
  owned: boolean;
  state: NonNullable<RackMarker['state']>;
  capLab: Lab | null;
  count: number | null;
  wanted: boolean | null;
  price: number | null;
  nib: NonNullable<RackMarker['nib']> | null;
  events: MarkerEvent[] | null;
}

export interface PairNoteRow extends Model<InferAttributes<PairNoteRow>, InferCreationAttributes<PairNoteRow>> {
  /** Set by the database with every change (db/belonging.ts). */
  revision: CreationOptional<string>;
  firstId: string;
  secondId: string;
  verdict: PairNote['verdict'];
  reason: PairNote['reason'];
  on: string;
}

export interface ColourReadingRow extends Model<InferAttributes<ColourReadingRow>, InferCreationAttributes<ColourReadingRow>> {
  /** Set by the database with every change (db/belonging.ts): the order in which they were kept. */
  revision: CreationOptional<string>;
  id: string;
  markerId: string;
  document: ColourReading;
}

export type Models = {
  makes: ModelStatic<MakeRow>;
  makePictures: ModelStatic<MakePictureRow>;
  makeSteps: ModelStatic<MakeStepRow>;
  makeBatches: ModelStatic<MakeBatchRow>;
  blobs: ModelStatic<BlobRow>;
  markerLines: ModelStatic<MarkerLineRow>;
  markers: ModelStatic<MarkerRow>;
  pairNotes: ModelStatic<PairNoteRow>;
  colourReadings: ModelStatic<ColourReadingRow>;
};

const { BIGINT, BLOB, BOOLEAN, DATE, DOUBLE, INTEGER, JSONB, TEXT } = DataTypes;

/** The tables as the migrations make them. */
export function defineModels(sequelize: Sequelize): Models {
  const createdAt = { type: DATE, field: 'created_at', allowNull: false };
  const revision = { type: BIGINT, allowNull: false, defaultValue: 0 };
  return {
    makes: sequelize.define<MakeRow>(
      'make',
      {
        id: { type: TEXT, primaryKey: true },
        revision: { type: INTEGER, allowNull: false },
        head: { type: JSONB, allowNull: false },
        summary: { type: JSONB, allowNull: false },
        unknownFields: { type: JSONB, field: 'unknown_fields' },
        createdAt,
        updatedAt: { type: DATE, field: 'updated_at', allowNull: false },
      },
      { tableName: 'makes', timestamps: true },
    ),
    makePictures: sequelize.define<MakePictureRow>(
      'makePicture',
      {
        makeId: { type: TEXT, field: 'make_id', primaryKey: true },
        pictureId: { type: TEXT, field: 'picture_id', primaryKey: true },
        place: { type: INTEGER, allowNull: false },
        document: { type: JSONB, allowNull: false },
      },
      { tableName: 'make_pictures', timestamps: false },
    ),
    makeSteps: sequelize.define<MakeStepRow>(
      'makeStep',
      {
        makeId: { type: TEXT, field: 'make_id', primaryKey: true },
        stepId: { type: TEXT, field: 'step_id', primaryKey: true },
        number: { type: BIGINT, autoIncrement: true },
        undone: { type: BOOLEAN, allowNull: false, defaultValue: false },
        schema: { type: INTEGER, allowNull: false },
        done: { type: JSONB, allowNull: false },
        inverse: { type: JSONB, allowNull: false },
      },
      { tableName: 'make_steps', timestamps: false },
    ),
    makeBatches: sequelize.define<MakeBatchRow>(
      'makeBatch',
      {
        makeId: { type: TEXT, field: 'make_id', primaryKey: true },
        batchId: { type: TEXT, field: 'batch_id', primaryKey: true },
        revision: { type: INTEGER, allowNull: false },
        operations: JSONB,
        createdAt,
      },
      { tableName: 'make_batches', timestamps: true, updatedAt: false },
    ),
    blobs: sequelize.define<BlobRow>(
      'blob',
      {
        sha256: { type: TEXT, primaryKey: true },
        mediaType: { type: TEXT, field: 'media_type', allowNull: false },
        bytes: { type: BLOB, allowNull: false },
        createdAt,
      },
      { tableName: 'blobs', timestamps: true, updatedAt: false },
    ),
    markerLines: sequelize.define<MarkerLineRow>(
      'markerLine',
      {
        id: { type: TEXT, primaryKey: true },
        name: { type: TEXT, allowNull: false },
        rule: { type: JSONB, allowNull: false },
        note: TEXT,
        revision,
      },
      { tableName: 'marker_lines', timestamps: false },
    ),
    markers: sequelize.define<MarkerRow>(
      'marker',
      {
        id: { type: TEXT, primaryKey: true },
        lineId: { type: TEXT, field: 'line_id', allowNull: false },
        code: { type: TEXT, allowNull: false },
        family: TEXT,
        group: { type: TEXT, field: 'group_digit' },
        depth: DOUBLE,
        owned: { type: BOOLEAN, allowNull: false },
        state: { type: TEXT, allowNull: false },
        capLab: { type: JSONB, field: 'cap_lab' },
        count: INTEGER,
        wanted: BOOLEAN,
        price: DOUBLE,
        nib: TEXT,
        events: JSONB,
        revision,
      },
      { tableName: 'markers', timestamps: false },
    ),
    pairNotes: sequelize.define<PairNoteRow>(
      'pairNote',
      {
        firstId: { type: TEXT, field: 'first_id', primaryKey: true },
        secondId: { type: TEXT, field: 'second_id', primaryKey: true },
        verdict: { type: TEXT, allowNull: false },
        reason: { type: TEXT, allowNull: false },
        on: { type: TEXT, field: 'noted_on', allowNull: false },
        revision,
      },
      { tableName: 'pair_notes', timestamps: false },
    ),
    colourReadings: sequelize.define<ColourReadingRow>(
      'colourReading',
      {
        id: { type: TEXT, primaryKey: true },
        markerId: { type: TEXT, field: 'marker_id', allowNull: false },
        document: { type: JSONB, allowNull: false },
        revision,
      },
      { tableName: 'colour_readings', timestamps: false },
    ),
  };
}
