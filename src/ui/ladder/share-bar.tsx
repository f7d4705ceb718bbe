import { useRef } from 'react';
import { dragHandle } from '../controls/drag-handle';
import { inkHex } from '../colours';

export type SharePart = { id: string; name: string; share: number; hex: string | null };

type Props = {
  label: string;
  /** Light to dark; shares sum to 1. */
  parts: readonly SharePart[];
  /** Told while a border between two parts is moved, and when it is let go. */
  onChange: (shares: number[], isSettled: boolean) => void;
};

/** No part gets less. */
const least = 0.02;

/** Shares with the border after a part moved to a place on the bar, 0 to 1; only its two neighbours change. */
export function withBorderAt(shares: readonly number[], border: number, place: number): number[] {
  const before = shares.slice(0, border).reduce((sum, share) => sum + share, 0);
  const both = (shares[border] ?? 0) + (shares[border + 1] ?? 0);
  const own = Math.min(both - least, Math.max(least, place - before));
  return shares.map((share, index) => (index === border ? own : index === border + 1 ? both - own : share));
}

/** How much of an element each marker covers, as a bar whose inner borders are moved by hand and keys. */
export function ShareBar({ label, parts, onChange }: Props) {
  const bar = useRef<HTMLFieldSetElement>(null);
  const shares = parts.map(({ share }) => share);
  const placeOf = (event: { clientX: number }) => {
    const box = bar.current?.getBoundingClientRect();
    return box ? (event.clientX - box.left) / box.width : 0;
  };
  let reached = 0;
  return (
    <div>
      <fieldset ref={bar} className="relative h-11" aria-label={label}>
        <div className="flex h-full border border-ink">
          {parts.map(({ id, share, hex }) => (
            <div key={id} className="h-full" style={{ width: `${100 * share}%`, background: hex ?? 'none' }} />
          ))}
        </div>
        {parts.slice(0, -1).map(({ id, name, share }, border) => {
          reached += share;
          const at = reached;
          const next = parts[border + 1];
          return (
            <div
              key={id}
              role="slider"
              tabIndex={0}
              aria-label={`${name} against ${next?.name}`}
              aria-valuemin={Math.round(100 * (at - share + least))}
              aria-valuemax={Math.round(100 * (at + (next?.share ?? 0) - least))}
              aria-valuenow={Math.round(100 * at)}
              aria-valuetext={`${name} ${Math.round(100 * share)} %, ${next?.name} ${Math.round(100 * (next?.share ?? 0))} %`}
              className="absolute top-0 -ml-[22px] flex h-full w-11 cursor-ew-resize touch-none justify-center"
              style={{ left: `${100 * at}%` }}
              {...dragHandle({
                onDrag: (event) => onChange(withBorderAt(shares, border, placeOf(event)), false),
                onDrop: (event) => onChange(withBorderAt(shares, border, placeOf(event)), true),
                onCancel: () => onChange(shares, true),
                onKey: (key, withShift) => {
                  const way = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[key];
                  if (way === undefined) return false;
                  onChange(withBorderAt(shares, border, at + way * (withShift ? 0.01 : 0.05)), false);
                  return true;
                },
                onKeyRest: () => onChange(shares, true),
              })}
            >
              <span className="block h-full w-1.5 rounded-full border border-paper" style={{ background: inkHex }} />
            </div>
          );
        })}
      </fieldset>
      <ul className="mt-1 flex flex-wrap gap-x-3 text-sm">
        {parts.map(({ id, name, share }) => (
          <li key={id}>
            <span className="font-code">{name}</span> <span className="text-soft">{Math.round(100 * share)} %</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
