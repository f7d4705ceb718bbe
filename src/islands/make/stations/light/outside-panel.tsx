import type { Outside } from '#model/outside';
import type { ColouredPicture } from '#model/coloured-picture';
import type { IndexedTable } from '#core/make/region-tables';
import { addOutside } from '#core/scene/outside-edits';
import { Button } from '#ui/controls/button.tsx';
import { movedOutside } from './light-acts';
import type { LightDesk } from './light-desk';
import type { MakeStore } from '../../document/make-store';
import { TriedSlider } from './tried-slider';

type Props = { useMake: MakeStore; useLight: LightDesk; picture: ColouredPicture; table: IndexedTable | undefined; onGroups: () => void };

const kinds: readonly { kind: Outside['kind']; name: string }[] = [
  { kind: 'ground', name: 'Add a ground shadow' },
  { kind: 'halo', name: 'Add a halo' },
];

/** Colour on the paper round the image: what it stands on, and what lifts it off the paper. */
export function OutsidePanel({ useMake, useLight, picture, table, onGroups }: Props) {
  const outside = picture.elements.flatMap((element) => (element.outside ? [{ ...element, outside: element.outside }] : []));
  const edit = useMake(({ edit: own }) => own);
  return (
    <div className="space-y-3">
      <p>
        A ground shadow keeps a figure from floating; a halo of pale steps lifts it off the paper. Each is an element with a ladder of its
        own, and can be taken away again.
      </p>
      <div className="flex flex-wrap gap-2">
        {kinds.map(({ kind, name }) => (
          <Button
            key={kind}
            disabled={!table || outside.some((own) => own.outside.kind === kind)}
            onClick={() =>
              table &&
              edit((newest) => {
                const now = newest.pictures.find(({ id }) => id === picture.id);
                return now ? addOutside(now, table, kind, crypto.randomUUID()) : null;
              })
            }
          >
            {name}
          </Button>
        ))}
      </div>
      <ul className="space-y-3" aria-label="On the paper round the image">
        {outside.map(({ id, name, outside: own, ladder }) => (
          <li key={id} className="space-y-2 bg-paper px-4 py-3" data-outside={own.kind}>
            <div className="flex items-center justify-between gap-3">
              <h3 className="font-display text-lg font-semibold">{name}</h3>
              <Button weight="quiet" onClick={() => edit(() => [{ kind: 'remove', entity: 'element', pictureId: picture.id, id }])}>
                Take {name} away
              </Button>
            </div>
            {own.kind === 'ground' ? (
              <>
                <p>It lies along the line on the picture: move its ends, by hand or with the arrow keys.</p>
                <TriedSlider
                  {...{ useMake, useLight }}
                  label="Depth of the shadow"
                  ends={['a line', 'wide']}
                  value={own.depthMm}
                  least={2}
                  most={30}
                  step={0.5}
                  words={(mm) => `${mm.toFixed(1)} mm`}
                  change={(depthMm) => movedOutside(picture.id, id, (now) => ({ ...now, depthMm }))}
                />
              </>
            ) : (
              <TriedSlider
                {...{ useMake, useLight }}
                label="Width of a step"
                ends={['0.5 mm', '10 mm']}
                value={own.stepMm}
                least={0.5}
                most={10}
                step={0.5}
                words={(mm) => `${mm.toFixed(1)} mm`}
                change={(stepMm) => movedOutside(picture.id, id, (now) => ({ ...now, stepMm }))}
              />
            )}
            {!ladder && (
              <p>
                It has no ladder yet.{' '}
                <Button
                  weight="quiet"
                  onClick={() => {
                    useMake.getState().takeInHand({ kind: 'element', elementId: id });
                    onGroups();
                  }}
                >
                  Choose one for {name}
                </Button>
              </p>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
