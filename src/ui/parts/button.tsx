'use client';

import type { ButtonHTMLAttributes, ReactNode } from 'react';
import { cx } from './class-names';

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly look?: 'plain' | 'loud' | 'quiet';
}

const looks = {
  plain: 'border border-line bg-card hover:border-ink',
  loud: 'bg-accent text-on-accent font-semibold hover:brightness-95',
  quiet: 'hover:bg-line/60',
};

/** A button with words. */
export function Button({ look = 'plain', className, type = 'button', ...rest }: ButtonProps) {
  const shape = 'inline-flex h-8 items-center justify-center gap-1.5 rounded-md px-3 text-[13px] disabled:opacity-45';
  return <button type={type} className={cx(shape, looks[look], className)} {...rest} />;
}

interface IconButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly label: string;
  readonly children: ReactNode;
}

/** A button with a picture; the label is its name and its tip. */
export function IconButton({ label, className, children, type = 'button', ...rest }: IconButtonProps) {
  const shape =
    'inline-flex size-8 shrink-0 items-center justify-center rounded-md hover:bg-line/60 disabled:opacity-35';
  return (
    <button type={type} aria-label={label} title={label} className={cx(shape, className)} {...rest}>
      {children}
    </button>
  );
}
