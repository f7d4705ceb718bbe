import { Maximize, Minus, Plus } from 'lucide-react';
import { type KeyboardEvent, type ReactNode, type RefObject, useEffect, useLayoutEffect, useRef } from 'react';
import { Button } from '../controls/button';
import { useFit } from '../size/use-fit';
import { useTwoFingers } from './use-two-fingers';

/** A place on the picture as shares of its width and height. */
export type Share = readonly [number, number];

/** How near the picture is looked at; kept by who shows it, so that it stays the same from station to station. */
export type Nearness = {
  /** 1: the whole picture fits its place. */
  zoom: number;
  /** What of the picture lies in the middle of its place; moves without a redraw. */
  middle: RefObject<Share>;
  onZoom: (zoom: number) => void;
};

/** Least room round a picture in CSS px: the lamp and the buttons stand there. The same at every station. */
export const pictureRoomPx = 44;

type Props = {
  /** Size of the picture in its own px. */
  widthPx: number;
  heightPx: number;
  /** Null: the whole picture, always. */
  nearness: Nearness | null;
  /** A place that is brought into sight whenever it changes. */
  reveal?: Share | null | undefined;
  /** Told the size of the picture in CSS px. */
  children: (width: number, height: number) => ReactNode;
  /** What is said at the foot of the picture. */
  foot: ReactNode;
  /** Further buttons beside those that bring it nearer. */
  buttons?: ReactNode;
};

/** One turn nearer or farther. */
const zoomStep = 1.5;
/** Nearest: one px of the picture is so many CSS px. */
const nearestPx = 4;
/** What is brought into sight comes this far from the edges, in CSS px. */
const revealMarginPx = 64;
/** What is this far from the edges is in sight. */
const sightMarginPx = 8;

/** How far to scroll until a place lies between the edges of what is seen: 0 when it does. */
function wayIntoSight(at: number, start: number, end: number): number {
  if (at >= start + sightMarginPx && at <= end - sightMarginPx) return 0;
  const margin = Math.min(revealMarginPx, (end - start) / 2);
  return at < start + sightMarginPx ? at - (start + margin) : at - (end - margin);
}

/** Where a share of the picture is to lie on the screen. */
type Anchor = { share: Share; clientX: number; clientY: number };

/** The place of a picture: the whole of it, or a part as near as is wished; moved by wheel, bars, two fingers and keys. */
export function ZoomStage({ widthPx, heightPx, nearness, reveal, children, foot, buttons }: Props) {
  const stage = useRef<HTMLDivElement>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const fit = useFit(stage, widthPx, heightPx, pictureRoomPx);
  const nearest = fit.width > 0 ? Math.max(1, (nearestPx * widthPx) / fit.width) : 1;
  const zoom = nearness ? Math.min(nearest, nearness.zoom) : 1;
  const [width, height] = [Math.round(fit.width * zoom), Math.round(fit.height * zoom)];
  const anchored = useRef<Anchor | null>(null);

  const settle = () => {
    const [box, own] = [scroller.current?.getBoundingClientRect(), sheet.current?.getBoundingClientRect()];
    if (!scroller.current || !box || !own || !nearness) return;
    const [shareX, shareY] = nearness.middle.current;
    const { share, clientX, clientY } = anchored.current ?? {
      share: [shareX, shareY],
      clientX: box.left + box.width / 2,
      clientY: box.top + box.height / 2,
    };
    anchored.current = null;
    scroller.current.scrollLeft += own.left + share[0] * own.width - clientX;
    scroller.current.scrollTop += own.top + share[1] * own.height - clientY;
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was in sight stays there whenever the size changes.
  useLayoutEffect(settle, [width, height]);

  /** Which share of the picture lies at a place of the screen. */
  const shareAt = (clientX: number, clientY: number): Share => {
    const own = sheet.current?.getBoundingClientRect();
    return own && own.width > 0 ? [(clientX - own.left) / own.width, (clientY - own.top) / own.height] : [0.5, 0.5];
  };
  const within = (wished: number) => Math.max(1, Math.min(nearest, wished));
  const zoomTo = (wished: number, anchor: Anchor | null) => {
    if (!nearness) return;
    const next = within(wished);
    anchored.current = anchor;
    if (next === 1) nearness.middle.current = [0.5, 0.5];
    if (next !== zoom) nearness.onZoom(next);
    if (Math.round(fit.width * next) === width && Math.round(fit.height * next) === height) settle();
  };
  /** Nearer to what is pointed at when the whole picture was in sight, else to the middle of what is. */
  const stepTo = (wished: number) => {
    const box = scroller.current?.getBoundingClientRect();
    if (zoom > 1 || !reveal || !box) return zoomTo(wished, null);
    zoomTo(wished, { share: reveal, clientX: box.left + box.width / 2, clientY: box.top + box.height / 2 });
  };

  const [revealX, revealY] = reveal ?? [null, null];
  const revealed = useRef(`${revealX} ${revealY}`);
  useEffect(() => {
    // What was pointed at when the picture came up is left where it is: the maker may have looked elsewhere.
    if (revealed.current === `${revealX} ${revealY}`) return;
    revealed.current = `${revealX} ${revealY}`;
    const [box, own] = [scroller.current?.getBoundingClientRect(), sheet.current?.getBoundingClientRect()];
    if (revealX === null || revealY === null || !scroller.current || !box || !own) return;
    scroller.current.scrollLeft += wayIntoSight(own.left + revealX * own.width, box.left, box.right);
    scroller.current.scrollTop += wayIntoSight(own.top + revealY * own.height, box.top, box.bottom);
  }, [revealX, revealY]);

  useTwoFingers(scroller, nearness !== null, {
    start: (at) => ({ share: shareAt(at.clientX, at.clientY), zoom }),
    move: (at, spread, from) => zoomTo(from.zoom * spread, { share: from.share, ...at }),
    wheel: (at, factor) => zoomTo(zoom * factor, { share: shareAt(at.clientX, at.clientY), ...at }),
  });

  const moves = [
    { name: 'Farther', sign: '−', keys: ['-'], Icon: Minus, wished: zoom / zoomStep },
    { name: 'Nearer', sign: '+', keys: ['+', '='], Icon: Plus, wished: zoom * zoomStep },
    { name: 'The whole picture', sign: '0', keys: ['0'], Icon: Maximize, wished: 1 },
  ];
  const onKeyDown = (event: KeyboardEvent) => {
    if (!nearness || event.ctrlKey || event.metaKey || event.target instanceof HTMLInputElement) return;
    const move = moves.find(({ keys }) => keys.includes(event.key));
    if (!move) return;
    event.preventDefault();
    stepTo(move.wished);
  };

  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the keys are those of the picture inside, which has the focus.
    <div className="relative size-full" data-stage onKeyDown={onKeyDown}>
      <div ref={stage} className="relative size-full">
        <div
          ref={scroller}
          data-zoom={zoom.toFixed(2)}
          className={`absolute inset-0 flex ${zoom > 1 ? 'overflow-auto' : 'overflow-hidden'}`}
          onScroll={({ currentTarget }) => {
            if (!nearness) return;
            const box = currentTarget.getBoundingClientRect();
            nearness.middle.current = shareAt(box.left + box.width / 2, box.top + box.height / 2);
          }}
        >
          {/* The margins let go where the picture is larger than its place, so that all of it can be reached. */}
          <div ref={sheet} className="relative m-auto shrink-0 bg-paper shadow-[0_2px_14px_rgb(0_0_0/0.28)]" style={{ width, height }}>
            {children(width, height)}
          </div>
        </div>
      </div>
      {/* These stand in the room round the picture and take none of its own. */}
      <div className="pointer-events-none absolute inset-x-0 bottom-2 flex items-end gap-2 pl-2">
        <div className="pointer-events-auto mr-auto min-w-0 text-sm [&>p:not(:empty)]:bg-paper/90 [&>p:not(:empty)]:px-2 [&>p:not(:empty)]:py-0.5">
          {foot}
        </div>
        <div className="pointer-events-auto flex flex-col rounded-sm bg-wall/80">
          {buttons}
          {nearness && (
            <fieldset className="flex flex-col" aria-label="How near the picture is">
              {moves.map(({ name, sign, Icon, wished }) => (
                <Button
                  key={name}
                  weight="quiet"
                  className="size-11 no-underline"
                  aria-label={name}
                  title={`${name} (${sign})`}
                  disabled={within(wished) === zoom}
                  onClick={() => stepTo(wished)}
                >
                  <Icon aria-hidden="true" />
                </Button>
              ))}
            </fieldset>
          )}
        </div>
      </div>
    </div>
  );
}
