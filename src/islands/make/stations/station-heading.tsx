import type { ReactNode } from 'react';

/** The heading of a station's panel: small where the panel shares an upright screen with the picture. */
export function StationHeading({ id, children }: { id: string; children: ReactNode }) {
  return (
    <h2 id={id} className="text-xl leading-tight lg:text-2xl">
      {children}
    </h2>
  );
}
