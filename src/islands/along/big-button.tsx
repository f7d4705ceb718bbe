import type { ButtonHTMLAttributes } from 'react';

type Props = ButtonHTMLAttributes<HTMLButtonElement> & { /** Default plain. */ weight?: 'main' | 'plain' };

/** A button for an elbow or an inky knuckle: 96 px at least on either side. */
export const bigLook = (weight: 'main' | 'plain' = 'plain'): string =>
  `grid min-h-24 min-w-24 place-items-center rounded-sm px-3 text-center text-2xl font-semibold leading-tight disabled:cursor-not-allowed ${
    weight === 'main'
      ? 'bg-accent text-paper disabled:bg-edge disabled:text-ink'
      : 'border-2 border-ink bg-paper text-ink disabled:border-edge disabled:text-soft'
  }`;

export function BigButton({ weight = 'plain', className = '', type = 'button', ...rest }: Props) {
  return <button type={type} className={`${bigLook(weight)} ${className}`} {...rest} />;
}
