import { type CardPiece, rims } from '#model/card';
import type { Make } from '#model/make';
import { atHand } from '#core/card/at-hand';
import { cutWords, drawnById, usualFussyCut } from '#core/card/needs-of-make';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { useSupplies } from '#islands/shared/supplies-store.ts';
import { Button } from '#ui/controls/button.tsx';
import { Choice } from '#ui/controls/choice.tsx';
import { Counter } from '#ui/controls/counter.tsx';
import { ToggleChip } from '#ui/controls/toggle-chip.tsx';
import type { MakeStore } from '../../document/make-store';
import { changePiece, cutWith, removePiece } from './card-acts';
import { FurtherDies } from './further-dies';
import { OwnDie } from './own-die';
import { PieceDrawing } from './piece-drawing';
import { WindowPlace } from './window-place';

type Props = { useMake: MakeStore; make: Make; cardId: string; piece: CardPiece; name: string; isOpen: boolean; onOpen: () => void };

/** Stand for what is no die, and for no paper. */
const [byHand, onPanel, anyPaper] = ['by hand', 'panel', '-'] as const;

/** A piece of a card in a line; open, all that may be said of it. */
export function PieceRow({ useMake, make, cardId, piece, name, isOpen, onOpen }: Props) {
  const edit = useMake((state) => state.edit);
  const change = (next: (piece: CardPiece) => CardPiece) => edit(changePiece(cardId, piece.id, next));
  const facts = [
    cutWords(make, piece),
    ...(piece.paper ? [`of ${piece.paper}`] : []),
    ...(piece.perImpression ? [`${piece.perImpression} from an impression`] : []),
    ...(piece.isTwoSided ? ['seen from both sides'] : []),
    ...(piece.isMirrored ? ['mirrored'] : []),
    ...(piece.isOnGround ? ['once more on the background'] : []),
  ];
  return (
    <div className="px-3 py-2" data-piece={name}>
      <div className="flex items-center gap-3">
        <PieceDrawing make={make} piece={piece} />
        <button type="button" className="min-h-11 min-w-0 flex-1 text-left hover:bg-bench" aria-expanded={isOpen} onClick={onOpen}>
          <strong className="block">{name || 'An image that is not in this make any more'}</strong>
          <span className="block text-sm text-soft">{facts.join(', ')}</span>
        </button>
        <Counter
          label={`of ${name}`}
          value={piece.count}
          least={1}
          most={200}
          times
          onValue={(count) => change((own) => ({ ...own, count }))}
        />
      </div>
      {isOpen && <Details {...{ useMake, make, cardId, piece, name }} />}
    </div>
  );
}

function Details({ useMake, make, cardId, piece, name }: Omit<Props, 'isOpen' | 'onOpen'>) {
  const edit = useMake((state) => state.edit);
  const drawer = useDrawer((state) => state.drawer);
  const supplies = useSupplies((state) => state.supplies);
  const change = (next: (piece: CardPiece) => CardPiece) => edit(changePiece(cardId, piece.id, next));
  /** Turns something on or off that is either said or not. */
  const turn = (key: 'isTwoSided' | 'isMirrored' | 'isOnGround') =>
    change(({ [key]: was, ...own }) => (was ? own : { ...own, [key]: true }));
  const { cut } = piece;
  const dies = atHand(make, drawer?.items ?? [], 'die');
  const papers = new Set([
    ...(supplies?.supplies ?? []).filter(({ kind }) => kind === 'paper').map((own) => own.name),
    ...(piece.paper ? [piece.paper] : []),
  ]);
  const isCutWith = cut.by === 'die' || cut.by === 'window' ? cut.drawnId : cut.by === 'hand' ? byHand : onPanel;
  return (
    <div className="space-y-3 py-2 pl-19">
      <div className="flex flex-wrap gap-4">
        <Choice
          label="Cut"
          labelAt="above"
          className="w-72"
          options={[
            { value: byHand, name: 'By hand (fussy cut)' },
            ...(piece.image.kind === 'plain' ? [] : [{ value: onPanel, name: 'Not at all: it stays on its panel' }]),
            ...((cut.by === 'die' || cut.by === 'window') && !drawnById(make, 'die', cut.drawnId)
              ? [{ value: cut.drawnId, name: 'A die that is gone' }]
              : []),
            ...dies.map((die) => ({ value: die.id, name: `With ${die.name}` })),
          ]}
          value={isCutWith}
          onChoose={(value) => {
            const die = dies.find(({ id }) => id === value);
            if (die) edit(cutWith(cardId, piece.id, die));
            else if (value === byHand) change((own) => ({ ...own, cut: usualFussyCut }));
            else if (value === onPanel) change((own) => ({ ...own, cut: { by: 'panel' } }));
          }}
        />
        {cut.by === 'hand' && (
          <Choice
            label="Its edge"
            labelAt="above"
            className="w-40"
            options={rims.map((rim) => ({ value: rim, name: rim }))}
            value={cut.rim}
            onChoose={(rim) =>
              change((own) => ({ ...own, cut: { by: 'hand', rim, rimMm: rim === 'white rim' ? usualFussyCut.rimMm : 0 } }))
            }
          />
        )}
        <Choice
          label="Paper"
          labelAt="above"
          className="w-56"
          options={[{ value: anyPaper, name: 'Not said' }, ...[...papers].map((paper) => ({ value: paper, name: paper }))]}
          value={piece.paper ?? anyPaper}
          onChoose={(paper) => change(({ paper: _, ...own }) => (paper === anyPaper ? own : { ...own, paper }))}
        />
      </div>
      <OwnDie {...{ useMake, make, cardId, piece }} />
      <FurtherDies {...{ useMake, make, cardId, piece }} />
      {cut.by === 'window' && <WindowPlace cut={cut} onPlace={(own) => change((now) => ({ ...now, cut: own }))} />}
      <div className="flex flex-wrap items-center gap-2">
        <ToggleChip isOn={piece.isTwoSided === true} onTurn={() => turn('isTwoSided')}>
          Seen from both sides
        </ToggleChip>
        <ToggleChip isOn={piece.isMirrored === true} onTurn={() => turn('isMirrored')}>
          Mirrored
        </ToggleChip>
        {piece.image.kind === 'plain' && (cut.by === 'die' || cut.by === 'window') && (
          <ToggleChip
            isOn={cut.by === 'window'}
            onTurn={() =>
              change((own) => ({
                ...own,
                cut: cut.by === 'window' ? { by: 'die', drawnId: cut.drawnId } : { by: 'window', drawnId: cut.drawnId, xMm: 0, yMm: 0 },
              }))
            }
          >
            It opens a window in the base
          </ToggleChip>
        )}
        {piece.image.kind === 'picture' && (
          <ToggleChip isOn={piece.isOnGround === true} onTurn={() => turn('isOnGround')}>
            Once more on the background
          </ToggleChip>
        )}
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <span>Pieces from one impression</span>
        <Counter
          label={`from one impression of ${name}`}
          value={piece.perImpression ?? 1}
          least={1}
          most={20}
          onValue={(value) => change(({ perImpression: _, ...own }) => (value === 1 ? own : { ...own, perImpression: value }))}
        />
        <Button weight="quiet" onClick={() => edit(removePiece(cardId, piece.id))}>
          Take it off the card
        </Button>
      </div>
    </div>
  );
}
