import type { CardPiece } from '#model/card';
import { LengthField } from '#ui/controls/length-field.tsx';

type WindowCut = Extract<CardPiece['cut'], { by: 'window' }>;

/** Where a window lies in the front of the base. */
export function WindowPlace({ cut, onPlace }: { cut: WindowCut; onPlace: (cut: WindowCut) => void }) {
  return (
    <div className="flex flex-wrap items-end gap-2">
      {(
        [
          ['xMm', 'Right of the front’s middle'],
          ['yMm', 'Below it'],
        ] as const
      ).map(([side, label]) => (
        <LengthField
          key={side}
          when="left"
          isSigned
          label={label}
          className="w-44"
          mm={cut[side]}
          onMm={(mm) => mm !== null && Math.abs(mm) <= 500 && onPlace({ ...cut, [side]: mm })}
        />
      ))}
    </div>
  );
}
