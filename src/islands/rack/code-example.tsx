import { useState } from 'react';
import { type CodePiece, nextMeaning, partsOfPieces, piecesOfCode } from '#core/markers/code-by-example';
import { Field } from '#ui/controls/field.tsx';

type Props = { first: string; onSaid: (said: ReturnType<typeof partsOfPieces>) => void };

/** How codes are read, told by one of them: it is typed, and its pieces are tapped until each says what it is. */
export function CodeExample({ first, onSaid }: Props) {
  const [pieces, setPieces] = useState<CodePiece[]>([]);
  const say = (next: CodePiece[]) => {
    setPieces(next);
    const said = partsOfPieces(next);
    if (said.parts.length > 0) onSaid(said);
  };
  return (
    <div>
      <Field
        label="One of your codes"
        code
        placeholder={first}
        autoComplete="off"
        spellCheck={false}
        maxLength={40}
        onChange={(event) => say(piecesOfCode(event.target.value))}
      />
      {pieces.length > 0 && (
        <>
          <ol className="mt-2 flex flex-wrap gap-1" aria-label="Pieces of the code">
            {pieces.map((piece, place) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a piece has no other name than its place.
              <li key={place}>
                {piece.meaning === null ? (
                  <span className="block px-1 pt-1 font-code text-2xl">{piece.text.trim() === '' ? '␣' : piece.text}</span>
                ) : (
                  <button
                    type="button"
                    aria-label={`${piece.text} is the ${piece.meaning}`}
                    className="block min-h-14 min-w-11 border-b-4 border-accent bg-paper px-2 text-center hover:bg-bench"
                    onClick={() => say(pieces.map((other, at) => (at === place ? { ...other, meaning: nextMeaning(other) } : other)))}
                  >
                    <span className="block font-code text-2xl leading-tight">{piece.text}</span>
                    <span className="block text-sm">{piece.meaning}</span>
                  </button>
                )}
              </li>
            ))}
          </ol>
          <p className="mt-1 text-sm text-soft">Tap a piece until it says what it is.</p>
        </>
      )}
    </div>
  );
}
