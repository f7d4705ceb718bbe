import { lazy, Suspense } from 'react';
import { byId } from '#core/make/by-id';
import type { ColouredRack } from '#core/markers/readings';
import { LitPicture } from '#islands/shared/lit-picture.tsx';
import { addressOf } from '#islands/shared/make-address.ts';
import type { ListedMake } from '#model/api/makes';
import { buttonLook } from '#ui/controls/button.tsx';
import { CopyMake } from './copy-make';
import { ThrowAway } from './throw-away';

// How inks add up is fetched beside the page: what it opens with is a list of makes.
export const fetchMiniRail = () => import('#ui/ladder/mini-rail.tsx').then((module) => ({ default: module.MiniRail }));
const MiniRail = lazy(fetchMiniRail);

type Props = { listed: ListedMake; rack: ColouredRack; onChanged: () => void };

/** A make in progress: its picture in its colours, its rail in miniature, how far it is, and the one next thing to do. */
export function MakeStrip({ listed, rack, onChanged }: Props) {
  const { summary, updatedAt } = listed;
  const { id, name, next, pictures, ladders } = summary;
  const [picture, ...others] = pictures;
  const sum = (count: (one: (typeof pictures)[number]) => number) => pictures.reduce((total, one) => total + count(one), 0);
  const [regions, gathered] = [sum((one) => one.regions), sum((one) => one.gathered)];
  const markers = byId(rack.markers);
  const rail = ladders
    .filter(({ pictureId, colouring }) => pictureId === picture?.id && colouring === 0)
    .map(({ element, rungs }) => ({ element, rungs: rungs.map(({ markerId, code }) => ({ code, lab: markers.get(markerId)?.lab })) }));
  const address = `/makes/${id}${addressOf(next)}`;
  return (
    <article className="grid h-full grid-cols-[8rem_minmax(0,1fr)] bg-bench sm:grid-cols-[12.5rem_minmax(0,1fr)]">
      <a href={address} aria-label={`Open ${name}`} className="grid place-items-center bg-paper p-2">
        {picture && <LitPicture makeId={id} pictureId={picture.id} grey={picture.grey} name={picture.name} look="h-44 max-w-full" />}
      </a>
      <div className="flex min-w-0 flex-col gap-1 px-4 py-2.5">
        <h2 className="text-xl leading-tight">
          <a href={`/makes/${id}`} className="line-clamp-2 hover:underline">
            {name}
          </a>
        </h2>
        <p className="text-sm leading-tight text-soft">
          {others.length > 0 ? `${pictures.length} pictures, ` : ''}
          {regions > 0 ? `${gathered} of ${regions} areas gathered, ` : ''}
          last touched{' '}
          <time dateTime={updatedAt}>{new Date(updatedAt).toLocaleDateString(undefined, { day: 'numeric', month: 'long' })}</time>
        </p>
        <div className="flex min-h-18 flex-1 items-center">
          {rail.length > 0 && (
            <Suspense>
              <MiniRail ladders={rail} />
            </Suspense>
          )}
        </div>
        <div className="flex flex-wrap items-center gap-x-3 sm:flex-nowrap">
          <a href={address} className={`${buttonLook('plain')} min-w-0`} aria-label={`Go on with ${name}: ${next.words}`}>
            <span className="truncate">{next.words}</span>
          </a>
          <span className="ml-auto flex shrink-0 gap-2 pointer-coarse:gap-5">
            <CopyMake make={summary} onCopied={onChanged} />
            <ThrowAway make={summary} onGone={onChanged} />
          </span>
        </div>
      </div>
    </article>
  );
}
