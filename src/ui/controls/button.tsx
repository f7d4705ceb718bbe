import type { ButtonHTMLAttributes } from 'react';

type Weight = 'main' | 'plain' | 'quiet';

const looks: Record<Weight, string> = {
  main: 'bg-accent text-paper hover:bg-accent-deep disabled:bg-edge disabled:text-ink',
  plain: 'bg-paper text-ink border-2 border-ink hover:bg-bench disabled:border-edge disabled:text-soft',
  quiet: 'text-accent underline underline-offset-4 decoration-2 hover:text-accent-deep disabled:text-soft disabled:no-underline',
};

/** The classes of a button, for links that look like one. */
export function buttonLook(weight: Weight = 'plain'): string {
  const size = weight === 'quiet' ? 'px-1 py-1 pointer-coarse:min-h-11' : 'px-4 py-2 min-h-11';
  return `inline-flex items-center justify-center gap-2 rounded-sm font-semibold disabled:cursor-not-allowed ${size} ${looks[weight]}`;
}

type Props = ButtonHTMLAttributes<HTMLButtonElement> & { weight?: Weight };

export function Button({ weight = 'plain', className = '', type = 'button', ...rest }: Props) {
  return <button type={type} className={`${buttonLook(weight)} ${className}`} {...rest} />;
}
