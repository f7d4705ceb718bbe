import { dayOf } from '#core/make/day-of';
import type { PlannedMark, SessionEntry, SessionHead, SessionMarker } from '#model/session';
import type { SessionShort } from '#model/session-short';
import { learnPace, paceOfAll } from './pace';
import { sessionState } from './session-state';

/** So much longer than it was planned, a mark was laid with a break in it: the break is no work. */
const breakTimes = 4;
const leastBreakS = 120;

const distinct = <T>(list: readonly T[]): T[] => [...new Set(list)];
const light = (marker: Pick<SessionMarker, 'lab'>): number => marker.lab?.L ?? 50;

/** A session in short: what was laid, with what, how it went, and what is wished for next time. */
export function sessionInShort(head: SessionHead, told: readonly SessionEntry[]): SessionShort {
  const { entries, standings, isEnded, marks: all } = sessionState(head, told);
  const marks = new Map(all.map((mark) => [mark.id, mark]));
  const markers = new Map<string, SessionShort['markers'][number]>();
  const lay = ({ markerId, code, lab }: SessionMarker, day: string, areaMm2: number) => {
    if (markerId === null) return;
    const now = markers.get(`${markerId} ${day}`) ?? { markerId, code, ...(lab ? { lab } : {}), day, areaMm2: 0, coats: 0 };
    markers.set(`${markerId} ${day}`, { ...now, areaMm2: now.areaMm2 + areaMm2, coats: now.coats + 1 });
  };
  const counts = { again: 0, slips: 0, workedS: 0, plannedS: 0 };
  const instead: SessionShort['instead'] = [];
  const failedPairs: SessionShort['failedPairs'] = [];
  const failedStates: string[] = [];
  const photos: string[] = [];
  let [beforeMs, isBroken] = [head.startedAtMs, false];
  for (const entry of entries) {
    const mark: PlannedMark | undefined = 'mark' in entry ? marks.get(entry.mark) : undefined;
    const marker = mark && (standings.get(mark.id)?.marker ?? mark);
    if (entry.kind === 'done' || entry.kind === 'again' || entry.kind === 'darker') {
      const tookS = (entry.atMs - beforeMs) / 1000;
      const mostS = Math.max(leastBreakS, breakTimes * (mark?.seconds ?? 0));
      if (!isBroken) counts.workedS += Math.min(tookS, mostS);
      if (entry.kind === 'done') counts.plannedS += mark?.seconds ?? 0;
      if (mark) lay(entry.kind === 'darker' ? entry.marker : (marker as SessionMarker), dayOf(new Date(entry.atMs)), mark.areaMm2);
    }
    if (entry.kind === 'again') counts.again++;
    if (entry.kind === 'slip') counts.slips++;
    if (entry.kind === 'other' && mark) instead.push({ from: mark.code, to: entry.marker.code, reason: entry.reason });
    if (entry.kind === 'noBlend' && marker) {
      failedPairs.push([marker.code, entry.with.code]);
      failedStates.push((entry.states ?? []).join(' and '));
    }
    if ((entry.kind === 'end' || entry.kind === 'note') && entry.photo) photos.push(entry.photo);
    isBroken = entry.kind === 'pause';
    beforeMs = entry.atMs;
  }
  const laid = all.filter(({ id }) => standings.get(id)?.state === 'done');
  const byBlend = new Map<string, SessionMarker[]>();
  for (const mark of laid) {
    const marker = standings.get(mark.id)?.marker ?? mark;
    if (marker.markerId !== null) byBlend.set(mark.blend, [...(byBlend.get(mark.blend) ?? []), marker]);
  }
  const ladders = distinct(
    [...byBlend.values()]
      .map((own) => distinct([...own].sort((one, other) => light(other) - light(one)).map(({ code }) => code)))
      .filter((codes) => codes.length > 1)
      .map((codes) => codes.join('\n')),
  ).map((codes) => codes.split('\n'));
  const pace = paceOfAll(learnPace([{ head, entries: told }]));
  const { happy, nextTime } = entries.findLast((entry) => entry.kind === 'end') ?? {};
  const notes = entries.filter((entry) => entry.kind === 'note');
  const note = notes.findLast((one) => one.note !== undefined)?.note;
  const tags = notes.findLast((one) => one.tags !== undefined)?.tags ?? [];
  return {
    ...{ startedAtMs: head.startedAtMs, lastAtMs: entries.at(-1)?.atMs ?? head.startedAtMs, isEnded, marks: all.length },
    ...{ laid: laid.length, leftOut: [...standings.values()].filter(({ state }) => state === 'left out').length, ...counts },
    ...(head.of[0] ? { of: { pictureId: head.of[0].pictureId, colouringId: head.of[0].colouringId } } : {}),
    pictures: distinct((head.pictures ?? []).map(({ name }) => name)),
    elements: distinct(all.flatMap(({ over }) => over.split(', '))).slice(0, 400),
    ...(head.card ? { card: head.card } : {}),
    papers: distinct((head.pictures ?? []).flatMap(({ paper }) => paper ?? [])),
    markers: [...markers.values()],
    ...(failedStates.some((words) => words !== '') ? { failedStates } : {}),
    ...{ ladders, instead, failedPairs, paceCm2: pace.sessions > 0 ? pace.cm2PerMinute : null },
    ...(happy ? { happy } : {}),
    ...(nextTime ? { nextTime } : {}),
    ...(note ? { note } : {}),
    ...{ tags, photos: distinct(photos) },
  };
}

/** Terms by which a session is found: "code:R3", "element:scarf", in small letters. */
export function termsOf(short: SessionShort): string[] {
  const term = (kind: string, value: string) => `${kind}:${value.toLowerCase()}`;
  return distinct([
    ...short.markers.map(({ code }) => term('code', code)),
    ...short.instead.flatMap(({ from, to }) => [term('code', from), term('code', to)]),
    ...short.elements.map((name) => term('element', name)),
    ...[...short.pictures, ...(short.card ? [short.card] : [])].map((name) => term('picture', name)),
    ...short.papers.map((name) => term('paper', name)),
    ...short.tags.map((name) => term('tag', name)),
    ...(short.slips > 0 ? [term('went', 'slip')] : []),
    ...(short.instead.length > 0 ? [term('went', 'other marker')] : []),
    ...(short.failedPairs.length > 0 ? [term('went', 'pair failed')] : []),
    ...(short.photos.length > 0 ? [term('has', 'photo')] : []),
  ]);
}

/** All words that a session may be found by. */
export function wordsOf(short: SessionShort, makeName: string): string {
  const { pictures, elements, papers, markers, instead, nextTime = '', note = '', tags } = short;
  return [
    ...[makeName, ...pictures, ...elements, ...papers, ...tags, nextTime, note],
    ...markers.map(({ code }) => code),
    ...instead.map(({ from }) => from),
  ].join(' \n ');
}
