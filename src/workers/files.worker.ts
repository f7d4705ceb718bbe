/// <reference lib="webworker" />
import * as z from 'zod/mini';
import type { ShownMarker } from '#core/markers/assumed-colour';
import type { ImportRow } from '#core/markers/pasted-codes';
import type { LaidDownBatch } from '#model/waiting';
import { bodySchema, bytesSchema, contextSchema, mappingSchema, shownMarkersSchema } from './files-messages';
import { offer } from './offer';
import { type Read, readRackFile, readRows, readSheet, readText } from './rack-reading';
import { type ReadRecipe, readRecipe, type TranslatedElement, translateRecipe, translateRequestSchema } from './recipe-reading';
import { isSpreadsheet } from './spreadsheet';
import { readWaitingFile } from './waiting-file';

/** Reads what comes from outside: however large or odd it is, the page goes on and may stop it. */
const api = {
  rackText(text: unknown, context: unknown): Read {
    return readText(z.string().parse(text), contextSchema.parse(context));
  },
  async rackFile(name: unknown, bytes: unknown, context: unknown): Promise<Read> {
    const [own, file] = [z.string().parse(name), bytesSchema.parse(bytes)];
    return isSpreadsheet(file) ? readSheet(own, file) : readRackFile(own, file, contextSchema.parse(context));
  },
  rackRows(body: unknown, mapping: unknown, context: unknown): ImportRow[] {
    return readRows(bodySchema.parse(body), mappingSchema.parse(mapping), contextSchema.parse(context));
  },
  recipe(bytes: unknown): ReadRecipe {
    return readRecipe(bytesSchema.parse(bytes));
  },
  translate(request: unknown, markers: unknown, onProgress: (share: number) => void): TranslatedElement[] {
    return translateRecipe(translateRequestSchema.parse(request), shownMarkersSchema.parse(markers) as ShownMarker[], onProgress);
  },
  waiting(bytes: unknown): LaidDownBatch[] {
    return readWaitingFile(bytesSchema.parse(bytes));
  },
};

export type FilesApi = typeof api;

offer(api);
