import { darknessShare } from './lightness-scale';
import { inkHex, paperHex } from '../colours';
import { type KeyboardEvent, memo, type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { hexOfLab } from '#core/colour/lab';
import type { ShownMarker } from '#core/markers/assumed-colour';
import { DoubleChipShape } from './double-chip';
import { layStrands, type Strand, stateWord, walkStrands, codeWithoutFamily } from './strand-layout';

type Props = {
  markers: readonly ShownMarker[];
  chosenId: string | null;
  /** 1 fits the width; more spreads the lightness scale. */
  zoom: number;
  warned: ReadonlySet<string>;
  onChoose: (markerId: string) => void;
};

const laneHeightPx = 30;

function Chip({ marker }: { marker: ShownMarker }) {
  return (
    <svg width="30" height="16" viewBox="0 0 30 16" aria-hidden="true" className="shrink-0 overflow-visible">
      {marker.owned ? (
        <DoubleChipShape lab={marker.lab} twoCoats={marker.twoCoats} width={30} height={14} y={1} />
      ) : (
        <>
          <rect x="1" y="2" width="28" height="12" fill={paperHex} stroke={inkHex} strokeWidth="1.2" strokeDasharray="3 2" />
          {marker.lab && <rect x="5" y="9.5" width="20" height="3" fill={hexOfLab(marker.lab)} />}
        </>
      )}
      {marker.state === 'low' && <path d="M3 12 H13 M3 15.500 H13" stroke={inkHex} strokeWidth="1.6" />}
      {marker.state === 'dry' && <path d="M3 1 L27 15 M27 1 L3 15" stroke={paperHex} strokeWidth="4" />}
      {marker.state === 'dry' && <path d="M3 1 L27 15 M27 1 L3 15" stroke={inkHex} strokeWidth="2" />}
      {marker.state === 'leaking' && (
        <path d="M24 8 C20 13 20 17 24 17 C28 17 28 13 24 8 Z" fill={paperHex} stroke={inkHex} strokeWidth="1.4" />
      )}
    </svg>
  );
}

/** The maker's markers on strands, a family a strand, placed by lightness: a gap in the collection is a gap on the page. */
export function Strands({ markers, chosenId, zoom, warned, onChoose }: Props) {
  const strands = useMemo(() => layStrands(markers, zoom), [markers, zoom]);
  const table = useRef<HTMLDivElement>(null);
  const walked = useRef(false);
  const firstId = strands[0]?.lanes[0]?.places[0]?.marker.id;
  const current = markers.some(({ id }) => id === chosenId) ? chosenId : firstId;
  const onKeyDown = (event: KeyboardEvent) => {
    const next = walkStrands(strands, current ?? null, event.key);
    if (!next) return;
    event.preventDefault();
    walked.current = true;
    onChoose(next);
  };
  // The strand it stands on may come only with the choice.
  useEffect(() => {
    if (!walked.current) return;
    walked.current = false;
    table.current?.querySelector<HTMLElement>(`[data-marker="${chosenId}"]`)?.focus();
  }, [chosenId]);
  return (
    <div className="overflow-x-auto bg-paper">
      {/* biome-ignore lint/a11y/noStaticElementInteractions: the arrow keys of the buttons inside arrive here. */}
      <div ref={table} onKeyDown={onKeyDown} style={{ minWidth: `max(${zoom * 100}%, 46rem)` }} className="relative pb-3">
        <div className="flex border-b border-edge text-sm text-soft" aria-hidden="true">
          <span className="w-32 shrink-0 px-3 py-1">Family</span>
          <span className="relative mr-20 h-7 flex-1">
            {[100, 80, 60, 40, 20].map((lightnessL) => (
              <span key={lightnessL} className="absolute top-1" style={{ left: `${strandPlace(lightnessL)}%` }}>
                {lightnessL === 100 ? 'white' : `L* ${lightnessL}`}
              </span>
            ))}
          </span>
        </div>
        {strands.map((strand) => (
          <NearStrand
            key={strand.key}
            heightPx={strand.lanes.reduce((sum, lane) => sum + laneHeight(lane), 0)}
            isWanted={strand.lanes.some(({ places }) => places.some(({ marker }) => marker.id === chosenId || marker.id === current))}
          >
            <StrandRow
              strand={strand}
              chosenId={strand.lanes.some(({ places }) => places.some(({ marker }) => marker.id === chosenId)) ? chosenId : null}
              currentId={strand.lanes.some(({ places }) => places.some(({ marker }) => marker.id === current)) ? (current ?? null) : null}
              warned={warned}
              onChoose={onChoose}
            />
          </NearStrand>
        ))}
      </div>
    </div>
  );
}

const laneHeight = ({ places }: { places: readonly { row: number }[] }): number =>
  laneHeightPx * (places.some(({ row }) => row === 1) ? 2 : 1);

/** Holds the room of a strand that is far from what is seen: thousands of chips at once would keep the page busy. */
function NearStrand({ heightPx, isWanted, children }: { heightPx: number; isWanted: boolean; children: ReactNode }) {
  const place = useRef<HTMLDivElement>(null);
  const [isNear, setIsNear] = useState(false);
  useEffect(() => {
    if (!place.current || isNear) return;
    const observer = new IntersectionObserver(([entry]) => entry?.isIntersecting && setIsNear(true), { rootMargin: '600px' });
    observer.observe(place.current);
    return () => observer.disconnect();
  }, [isNear]);
  return (
    <div ref={place} style={isNear || isWanted ? undefined : { height: heightPx }}>
      {(isNear || isWanted) && children}
    </div>
  );
}

type RowProps = {
  strand: Strand;
  chosenId: string | null;
  currentId: string | null;
  warned: ReadonlySet<string>;
  onChoose: (markerId: string) => void;
};

const StrandRow = memo(function StrandRow({ strand: { family, lanes }, chosenId, currentId, warned, onChoose }: RowProps) {
  return (
    <section aria-label={`Family ${family}`} className="flex border-b border-wall">
      <h2 className="sticky left-0 z-10 w-32 shrink-0 self-stretch bg-paper px-3 py-1.5 font-code text-sm font-semibold">{family}</h2>
      <div className="mr-20 flex-1">
        {lanes.map(({ group, places, gaps }) => (
          <div key={group} className="relative" style={{ height: laneHeight({ places }) }}>
            {places.length > 1 && (
              <span
                aria-hidden="true"
                className="absolute border-t border-edge"
                style={{
                  top: laneHeightPx / 2,
                  left: `${strandPlace(places[0]?.lightnessL ?? 100)}%`,
                  right: `${100 - strandPlace(places.at(-1)?.lightnessL ?? 15)}%`,
                }}
              />
            )}
            {gaps.map((gap) => (
              <span
                key={gap.fromL}
                className="absolute -translate-x-1/2 -translate-y-1/2 bg-paper px-1 text-xs text-soft"
                style={{ top: laneHeightPx / 2, left: `${strandPlace((gap.fromL + gap.toL) / 2)}%` }}
              >
                gap {Math.round(gap.fromL - gap.toL)}
              </span>
            ))}
            {places.map(({ marker, lightnessL, row }) => {
              const word = stateWord(marker);
              return (
                <button
                  key={marker.id}
                  type="button"
                  data-marker={marker.id}
                  tabIndex={marker.id === currentId ? 0 : -1}
                  aria-pressed={marker.id === chosenId}
                  aria-label={`${marker.code}${word ? `, ${word}` : ''}${marker.shownSource === 'assumed' ? ', colour assumed' : ''}${warned.has(marker.id) ? ', mind the note' : ''}`}
                  onClick={() => onChoose(marker.id)}
                  className={`absolute flex h-6.5 items-center gap-1 whitespace-nowrap px-0.5 text-xs ${marker.id === chosenId ? 'bg-bench shadow-[inset_0_-3px_0_var(--color-ink)]' : 'hover:bg-bench'}`}
                  style={{ left: `${strandPlace(lightnessL)}%`, top: 2 + row * laneHeightPx }}
                >
                  <Chip marker={marker} />
                  <span className={`bg-paper/80 font-code ${marker.shownSource === 'assumed' ? 'italic' : ''}`}>
                    {codeWithoutFamily(marker)}
                  </span>
                  {warned.has(marker.id) && <span aria-hidden="true">▲</span>}
                  {word && <span className="bg-paper text-soft">{word}</span>}
                </button>
              );
            })}
          </div>
        ))}
      </div>
    </section>
  );
});

/** Place on a strand in percent of its width: white at the left, L* 0 at the right. */
const strandPlace = (lightnessL: number): number => 100 * darknessShare(lightnessL);
