'use client';

import { Braces } from 'lucide-react';
import { type Token, tokenMeanings, tokens } from '@/core/chart/words';
import { Menu, MenuItem } from './menu';

/** Words that follow the film, to be put at the end of a text. */
export function TokenMenu({ name, onPick }: { readonly name: string; readonly onPick: (token: Token) => void }) {
  return (
    <Menu
      label={`Insert what follows the film into the ${name}`}
      tip="Insert what follows the film"
      icon={<Braces className="size-3.5" aria-hidden />}
      buttonClass="top-0 right-0 flex size-5 items-center justify-center hover:bg-line/60 hover:text-ink"
    >
      {tokens.map((token) => (
        <MenuItem key={token} className="gap-3" onSelect={() => onPick(token)}>
          <span className="w-16 font-mono text-[12px]">{token}</span>
          <span className="text-quiet">{tokenMeanings[token]}</span>
        </MenuItem>
      ))}
    </Menu>
  );
}
