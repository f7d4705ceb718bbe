/** A name at its place on the picture, as shares of its width and height. */
export type NameTag = { id: string; name: string; at: readonly [number, number]; isChosen: boolean };

type Props = {
  /** Default: names on the picture. */
  label?: string;
  tags: readonly NameTag[];
  /** Tags that stand there already, and keep their places. Default none. */
  around?: readonly NameTag[];
  width: number;
  height: number;
};

const lineHeightPx = 24;
/** Width of a sign of the text face at its size here, at the most, in CSS px. */
const signPx = 8.2;

type Placed = NameTag & { x: number; y: number; widthPx: number };

/** Sets the tags so that none covers another: each stays where it is or goes up or down from there, the nearest free place first. */
export function placeTags(tags: readonly NameTag[], width: number, height: number): Placed[] {
  const placed: Placed[] = [];
  for (const tag of tags) {
    const widthPx = tag.name.length * signPx + 14;
    const x = Math.max(widthPx / 2, Math.min(width - widthPx / 2, tag.at[0] * width));
    const wished = tag.at[1] * height;
    const isFree = (y: number) =>
      placed.every((other) => Math.abs(other.y - y) >= lineHeightPx || Math.abs(other.x - x) >= (other.widthPx + widthPx) / 2 + 2);
    let y = wished;
    for (let step = 0; step < 60; step++) {
      const away = Math.ceil(step / 2) * (lineHeightPx / 2) * (step % 2 === 0 ? 1 : -1);
      y = Math.max(lineHeightPx / 2, Math.min(height - lineHeightPx / 2, wished + away));
      if (isFree(y)) break;
    }
    placed.push({ ...tag, x, y, widthPx });
  }
  return placed;
}

/** Names of elements on the picture. */
export function NameTags({ label = 'Names on the picture', tags, around = [], width, height }: Props) {
  const placed = placeTags([...around, ...tags], width, height).slice(around.length);
  return (
    <ul className="pointer-events-none absolute inset-0" aria-label={label}>
      {placed.map(({ id, name, x, y, isChosen }) => (
        <li
          key={id}
          className={`absolute -translate-x-1/2 -translate-y-1/2 whitespace-nowrap rounded-sm px-1.5 text-sm leading-[22px] ${isChosen ? 'bg-ink font-semibold text-paper' : 'bg-paper/90 text-ink shadow-[0_0_0_1px_var(--color-edge)]'}`}
          style={{ left: x, top: y }}
        >
          {name}
        </li>
      ))}
    </ul>
  );
}
