import { dequal } from 'dequal/lite';
import type { DrawnItem } from '#model/card';
import type { Make } from '#model/make';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { Button } from '#ui/controls/button.tsx';
import type { MakeStore } from '../../document/make-store';
import { drawAnew } from './card-acts';

/** What lies in the drawer is another by now than the copy of this make: taken anew only when that is said. */
export function DrawnAnew({ useMake, make }: { useMake: MakeStore; make: Make }) {
  const edit = useMake((state) => state.edit);
  const drawer = useDrawer((state) => state.drawer);
  const newer = (make.drawn ?? []).flatMap((own): DrawnItem[] => {
    const now = drawer?.items.find(({ id }) => id === own.id);
    return now && now.kind !== 'stamp' && !dequal(now, own) ? [now] : [];
  });
  if (newer.length === 0) return null;
  return (
    <div className="space-y-2 border-l-8 border-ink bg-paper px-4 py-2" data-newer={newer.length}>
      <p>
        In the drawer {newer.map(({ name }) => name).join(', ')} {newer.length === 1 ? 'is' : 'are'} another by now. This make has a copy as
        it was.
      </p>
      <Button onClick={() => edit(drawAnew(newer))}>Take what lies in the drawer</Button>
    </div>
  );
}
