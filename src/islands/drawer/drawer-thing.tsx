import { useState } from 'react';
import type { DrawerItem } from '#model/drawer';
import { formatLength } from '#core/card/lengths';
import { boundsMm } from '#core/outline/outline';
import { useDrawer } from '#islands/shared/use-drawer.ts';
import { AskFirst } from '#ui/controls/ask-first.tsx';
import { Button } from '#ui/controls/button.tsx';
import { Field } from '#ui/controls/field.tsx';
import { outlinePath } from '#ui/outline/outline-path.ts';

/** Things of the drawer are drawn at so many px to a mm; machines, which are larger than a card, smaller. */
const pxPerMm = { thing: 1.7, machine: 0.5 } as const;

export function sizeOf(item: DrawerItem): { widthMm: number; heightMm: number } {
  return item.kind === 'die' ? boundsMm(item.outline) : item;
}

/** A thing as it lies there: its shape, name and size; open, it can be renamed, and taken out. */
export function DrawerThing({ item, isOpen, onOpen }: { item: DrawerItem; isOpen: boolean; onOpen: () => void }) {
  const { widthMm, heightMm } = sizeOf(item);
  return (
    <div className={isOpen ? 'bg-paper p-2 shadow-[inset_0_4px_0_var(--color-ink)]' : ''} data-thing={item.name}>
      <button type="button" className="block text-left hover:bg-paper" aria-expanded={isOpen} onClick={onOpen}>
        <Drawing item={item} />
        <span className="block max-w-64 font-semibold">{item.name}</span>
        <span className="block text-sm text-soft">
          {formatLength(widthMm, 'mm').replace(' mm', '')} × {formatLength(heightMm, 'mm')}
          {item.kind === 'die' && item.does === 'scores' && ', scores only'}
          {item.kind === 'die' && item.inlays && `, ${item.inlays.length} loose pieces`}
          {item.kind === 'words' && item.ink && `, likes ${item.ink}`}
          {item.kind === 'machine' && `, ${item.sort}`}
        </span>
      </button>
      {isOpen && <Opened item={item} />}
    </div>
  );
}

function Drawing({ item }: { item: DrawerItem }) {
  const { widthMm, heightMm } = sizeOf(item);
  const scale = item.kind === 'machine' ? pxPerMm.machine : pxPerMm.thing;
  if (item.kind === 'stamp') {
    return (
      <img
        src={`/api/blobs/${item.grey.sha256}`}
        alt=""
        style={{ width: widthMm * scale, height: heightMm * scale }}
        className="bg-paper"
        loading="lazy"
      />
    );
  }
  const { xMm, yMm } = item.kind === 'die' ? boundsMm(item.outline) : { xMm: 0, yMm: 0 };
  const edge = 1.2;
  return (
    <svg
      width={(widthMm + 2 * edge) * scale}
      height={(heightMm + 2 * edge) * scale}
      viewBox={`${xMm - edge} ${yMm - edge} ${widthMm + 2 * edge} ${heightMm + 2 * edge}`}
      aria-hidden="true"
    >
      {item.kind === 'die' && (
        <>
          <path
            d={outlinePath(item.outline)}
            className="fill-paper stroke-ink"
            strokeWidth={1.1}
            {...(item.does === 'scores' ? { strokeDasharray: '3 2' } : {})}
          />
          {item.inlays?.map(({ name, outline }) => (
            <path key={name} d={outlinePath(outline)} className="fill-none stroke-ink" strokeWidth={0.5} />
          ))}
        </>
      )}
      {item.kind === 'words' && (
        <>
          <rect width={widthMm} height={heightMm} className="fill-paper stroke-edge" strokeWidth={0.4} />
          <text
            x={widthMm / 2}
            y={heightMm / 2}
            dominantBaseline="central"
            textAnchor="middle"
            textLength={widthMm * 0.9}
            lengthAdjust="spacingAndGlyphs"
            fontSize={heightMm * 0.7}
            className="fill-ink font-display"
          >
            {item.name}
          </text>
        </>
      )}
      {item.kind === 'machine' && (
        <>
          <rect width={widthMm} height={heightMm} rx={4} className="fill-bench stroke-ink" strokeWidth={1.6} />
          <path d={`M0 ${heightMm / 2}H${widthMm}M${widthMm / 2} 0V${heightMm}`} className="stroke-edge" strokeWidth={0.8} />
        </>
      )}
    </svg>
  );
}

function Opened({ item }: { item: DrawerItem }) {
  const change = useDrawer((state) => state.change);
  const [name, setName] = useState(item.name);
  const [set, setSet] = useState(item.set ?? '');
  const [asks, setAsks] = useState(false);
  const isOther = name.trim() !== item.name || set.trim() !== (item.set ?? '');
  const { set: _, ...own } = item;
  const next = { ...own, name: name.trim(), ...(set.trim() === '' ? {} : { set: set.trim() }) } as DrawerItem;
  return (
    <div className="w-64 space-y-2 pt-2">
      <Field label="Called" value={name} onChange={({ target: { value } }) => setName(value)} />
      <Field label="Of the set" value={set} onChange={({ target: { value } }) => setSet(value)} />
      <div className="flex flex-wrap gap-2">
        <Button disabled={!isOther || name.trim() === ''} onClick={() => void change({ items: [next] })}>
          Keep the change
        </Button>
        <AskFirst
          trigger={<Button weight="quiet">Take it out</Button>}
          open={asks}
          onOpenChange={setAsks}
          title={`Take ${item.name} out of the drawer?`}
          words="Makes that use it have a copy of their own and keep it."
          keep="Leave it in"
          go="Take it out"
          onGo={() => void change({ remove: [item.id] })}
        />
      </div>
    </div>
  );
}
