'use client';

import { Braces } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { type Token, tokenMeanings, tokens } from '@/core/chart/words';

/** Words that follow the film, to be put at the end of a text. */
export function TokenMenu({ name, onPick }: { readonly name: string; readonly onPick: (token: Token) => void }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`Insert what follows the film into the ${name}`}
        title="Insert what follows the film"
        className="absolute top-0 right-0 flex size-5 items-center justify-center rounded text-quiet hover:bg-line/60 hover:text-ink"
      >
        <Braces className="size-3.5" aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-50 rounded-md border border-line bg-card p-1 text-[13px] text-ink shadow-lg"
        >
          {tokens.map((token) => (
            <DropdownMenu.Item
              key={token}
              className="flex cursor-default gap-3 rounded px-2 py-1.5 outline-none data-[highlighted]:bg-line/60"
              onSelect={() => onPick(token)}
            >
              <span className="w-16 font-mono text-[12px]">{token}</span>
              <span className="text-quiet">{tokenMeanings[token]}</span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
