'use client';

import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { cx } from './class-names';

interface MenuProps {
  /** What a screen reader calls its button. */
  readonly label: string;
  readonly tip?: string;
  /** What the button shows. */
  readonly icon: ReactNode;
  readonly buttonClass: string;
  readonly className?: string;
  /** `MenuItem`s. */
  readonly children: ReactNode;
}

/** A menu behind a small button. */
export function Menu({ label, tip, icon, buttonClass, className, children }: MenuProps) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger aria-label={label} title={tip} className={cx('absolute rounded text-quiet', buttonClass)}>
        {icon}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className={cx('z-50 rounded-md border border-line bg-card p-1 text-[13px] text-ink shadow-lg', className)}
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

interface MenuItemProps {
  readonly onSelect: () => void;
  /** That it cannot be chosen now. */
  readonly disabled?: boolean;
  readonly className?: string;
  readonly children: ReactNode;
}

/** One thing to choose from a menu. */
export function MenuItem({ onSelect, disabled, className, children }: MenuItemProps) {
  return (
    <DropdownMenu.Item
      onSelect={onSelect}
      disabled={disabled}
      className={cx(
        'flex cursor-default rounded px-2 py-1.5 outline-none data-[disabled]:opacity-45 data-[highlighted]:bg-line/60',
        className,
      )}
    >
      {children}
    </DropdownMenu.Item>
  );
}
