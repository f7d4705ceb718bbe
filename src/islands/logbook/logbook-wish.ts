import type { AskLogbook, LogbookKind } from '#model/api/logbook';
import { labOfHex } from '#core/colour/lab';

export type LogbookWish = {
  words: string;
  terms: readonly { kind: LogbookKind; term: string }[];
  family: string;
  /** #rrggbb; empty: no colour is asked for. */
  hex: string;
  fromDay: string;
  toDay: string;
  makeId: string;
};

export const noWish: LogbookWish = { words: '', terms: [], family: '', hex: '', fromDay: '', toDay: '', makeId: '' };

/** What is asked of the server for a wish. */
export function askedOf({ words, terms, family, hex, fromDay, toDay, makeId }: LogbookWish): AskLogbook {
  return {
    ...(words.trim() === '' ? {} : { words: words.trim().slice(0, 120) }),
    ...(terms.length > 0 ? { terms: [...terms] } : {}),
    ...(family === '' ? {} : { family }),
    ...(hex === '' ? {} : { near: labOfHex(hex) }),
    ...(fromDay === '' ? {} : { fromDay }),
    ...(toDay === '' ? {} : { toDay }),
    ...(makeId === '' ? {} : { makeId }),
  };
}

export const isNoWish = (wish: LogbookWish): boolean => Object.keys(askedOf(wish)).length === 0;

/** With a term added, once. */
export function withTerm(wish: LogbookWish, kind: LogbookKind, term: string): LogbookWish {
  const isThere = wish.terms.some((one) => one.kind === kind && one.term === term);
  return isThere ? wish : { ...wish, terms: [...wish.terms, { kind, term }].slice(-12) };
}
