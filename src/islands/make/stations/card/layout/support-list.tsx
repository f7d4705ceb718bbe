import type { Support } from '#core/layout/support';
import { counted } from '#core/make/counted';

/** How everything on the front is held. */
export function SupportList({ support }: { support: readonly Support[] }) {
  if (support.length === 0) return null;
  return (
    <section aria-label="How it is held">
      <h3 className="text-lg">How it is held</h3>
      <ul className="divide-y divide-edge bg-paper">
        {support.map(({ laid, how, why, foam, stiffen, glue, minds }) => {
          const bridges = foam ? [...new Set(foam.bridgesMm.map((mm) => Math.round(mm * 10) / 10))].sort((one, other) => one - other) : [];
          return (
            <li key={laid.item.id} className="px-3 py-2" data-support={laid.name} data-foams={foam?.foams.length}>
              <strong>{laid.name}</strong>: {foam ? `${counted(foam.foams.length, 'piece')} of foam` : how}
              <span className="text-sm text-soft">
                {foam
                  ? bridges.length > 1
                    ? `: ${bridges.join(' and ')} mm high, as what is below it steps`
                    : bridges.length === 1
                      ? `, ${bridges[0]} mm high`
                      : ''
                  : `, ${why}`}
              </span>
              {stiffen && <p className="text-sm">{stiffen}</p>}
              {glue && (
                <p className="text-sm">Glue only where it is hatched, 1.5 mm from the opening: across it, it would hold the card closed.</p>
              )}
              {minds.map((words) => (
                <p key={words} className="text-sm" data-mind>
                  ▲ {words}
                </p>
              ))}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
