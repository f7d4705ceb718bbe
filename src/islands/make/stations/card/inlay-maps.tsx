import type { Make } from '#model/make';
import { inlaySets } from '#core/card/inlays';
import type { Needs } from '#core/card/needs-of-make';
import { boundsMm } from '#core/outline/outline';
import { outlinePath } from '#ui/outline/outline-path.ts';
import { counted } from '#core/make/counted';

/** Where the loose pieces of an inlay lie: they are taped from behind before they fall, and numbered as here. */
export function InlayMaps({ make, needs }: { make: Make; needs: Needs }) {
  return inlaySets(make, needs).map(({ die: { id, name, outline, inlays }, sets }) => {
    const { xMm, yMm, widthMm, heightMm } = boundsMm(outline);
    return (
      <section key={id} aria-label={`Loose pieces of ${name}`} className="space-y-2" data-inlays={inlays.length}>
        <h3 className="text-lg">
          Loose pieces of {name}: {counted(sets, 'set')} of {inlays.length}
        </h3>
        <p className="border-l-8 border-ink pl-3 text-sm">
          ▲ Tape the sheet from behind before it leaves the die, so that its pieces keep their places; colour them there, or lift them out
          one by one.
        </p>
        <svg
          viewBox={`${xMm - 1} ${yMm - 1} ${widthMm + 2} ${heightMm + 2}`}
          className="max-h-96 w-full max-w-md bg-paper"
          role="img"
          aria-label={`Map of the ${inlays.length} loose pieces of ${name}`}
        >
          <path d={outlinePath(outline)} className="fill-none stroke-ink" strokeWidth={0.6} />
          {inlays.map((inlay, place) => {
            const box = boundsMm(inlay.outline);
            return (
              <g key={inlay.name}>
                <title>{inlay.name}</title>
                <path d={outlinePath(inlay.outline)} className="fill-bench stroke-ink" strokeWidth={0.3} />
                <text
                  x={box.xMm + box.widthMm / 2}
                  y={box.yMm + box.heightMm / 2}
                  textAnchor="middle"
                  dominantBaseline="central"
                  fontSize={Math.max(1.6, Math.min(4, 0.5 * Math.min(box.widthMm, box.heightMm)))}
                  className="fill-ink stroke-paper font-code"
                  strokeWidth={0.5}
                  paintOrder="stroke"
                >
                  {place + 1}
                </text>
              </g>
            );
          })}
        </svg>
      </section>
    );
  });
}
