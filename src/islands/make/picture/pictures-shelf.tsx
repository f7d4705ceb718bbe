import { CopyPlus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { ColouredPicture } from '#model/coloured-picture';
import type { Make } from '#model/make';
import { colouredPicture } from '#core/make/coloured';
import { counted } from '#core/make/counted';
import { copyOfPicture } from '#core/make/copy-picture';
import { pictureById } from '#core/make/picture-lookup';
import { progressOfPicture } from '#core/make/progress';
import { standingOf } from '#core/scene/pictures-standing';
import { AskFirst } from '#ui/controls/ask-first.tsx';
import { Button } from '#ui/controls/button.tsx';
import { ScenePlan } from '#ui/picture/scene-plan.tsx';
import { AnotherColouring } from './colourings-shelf';
import type { MakeStore } from '../document/make-store';

type TagsProps = { make: Make; currentId: string; onShow: (pictureId: string | null) => void };
type Props = TagsProps & { useMake: MakeStore; shown: ColouredPicture; onColouring: (colouringId: string | null) => void };

/** All pictures of a make: switched, copied, taken out, added, and placed beside each other under the one lamp. */
export function PicturesShelf({ useMake, make, currentId, shown, onShow, onColouring }: Props) {
  const edit = useMake(({ edit: own }) => own);
  const { pictures } = make;
  const current = pictureById(make, currentId);
  const copy = () => {
    const id = crypto.randomUUID();
    edit((newest) => {
      const own = pictureById(newest, currentId);
      if (!own) return null;
      const index = newest.pictures.indexOf(own) + 1;
      return [{ kind: 'put', entity: 'picture', row: { ...copyOfPicture(own, newest.pictures, () => crypto.randomUUID()), id }, index }];
    });
    onShow(id);
  };
  const takeOut = () => {
    const next = pictures.find(({ id }) => id !== currentId)?.id ?? null;
    edit(() => [{ kind: 'remove', entity: 'picture', id: currentId }]);
    onShow(next);
  };
  return (
    <section aria-labelledby="pictures-heading" className="border-t-2 border-ink pt-4">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h3 id="pictures-heading" className="flex-1 text-lg">
          {counted(pictures.length, 'picture')} under one lamp
        </h3>
        <Button weight="quiet" onClick={copy}>
          <CopyPlus size={18} aria-hidden="true" /> Copy this one
        </Button>
        <AnotherColouring useMake={useMake} picture={shown} onShow={onColouring} />
        {pictures.length > 1 && current && <TakeOut name={current.name} onTakeOut={takeOut} />}
      </div>
      {pictures.length > 1 && (
        <ScenePlan
          standing={standingOf(pictures)}
          currentId={currentId}
          onCard={cardsOfPictures(make)}
          imageOf={(id) => `/api/blobs/${pictureById(make, id)?.grey.sha256}`}
          onShow={onShow}
          onPlace={(id, [xMm, yMm]) =>
            edit(() => [{ kind: 'patch', entity: 'picture', id, fields: { standsAtMm: [Math.round(xMm), Math.round(yMm)] } }])
          }
        />
      )}
    </section>
  );
}

/** Pictures that a card with a layout of its own holds, and its name. */
function cardsOfPictures({ cards = [] }: Make): ReadonlyMap<string, string> {
  const laid = cards.filter(({ layouts }) => layouts !== undefined).reverse();
  return new Map(
    laid.flatMap(({ name, pieces }) => pieces.flatMap(({ image }) => (image.kind === 'picture' ? [[image.pictureId, name] as const] : []))),
  );
}

function TakeOut({ name, onTakeOut }: { name: string; onTakeOut: () => void }) {
  const [open, setOpen] = useState(false);
  return (
    <AskFirst
      open={open}
      onOpenChange={setOpen}
      title={`Take “${name}” out of this make?`}
      words="Its elements and ladders go with it. Undo brings it back."
      keep="Leave it in"
      go="Take it out"
      onGo={() => {
        setOpen(false);
        onTakeOut();
      }}
      trigger={
        <Button weight="quiet">
          <Trash2 size={18} aria-hidden="true" /> Take this one out
        </Button>
      }
    />
  );
}

/** A tag for each picture, at every station, where there is more than one. */
export function PictureTags({ make, currentId, onShow }: TagsProps) {
  if (make.pictures.length < 2) return null;
  return (
    <nav aria-label="Pictures of this make" className="flex gap-1 overflow-x-auto px-4 pb-1 sm:px-8">
      {make.pictures.map((picture) => {
        const { regions, whiteRegions } = progressOfPicture(colouredPicture(picture));
        const isCurrent = picture.id === currentId;
        return (
          <button
            key={picture.id}
            type="button"
            aria-current={isCurrent ? 'true' : undefined}
            className={`flex min-h-11 shrink-0 items-center gap-2 px-3 ${isCurrent ? 'bg-ink text-paper' : 'bg-bench hover:bg-paper'}`}
            onClick={() => onShow(picture.id)}
          >
            <img src={`/api/blobs/${picture.grey.sha256}`} alt="" className="size-8 bg-paper object-contain" />
            <span className="font-semibold">{picture.name}</span>
            <span className="text-sm">{regions > 0 ? `${regions - whiteRegions} of ${regions}` : 'not read yet'}</span>
          </button>
        );
      })}
    </nav>
  );
}
