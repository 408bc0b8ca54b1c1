import type { CardDesign } from '../../project/card';
import type { DesignOf } from '../card-plan';
import { calm } from './calm';
import { disc } from './disc';
import { edges } from './edges';
import { halves } from './halves';
import { ledger } from './ledger';
import { ribbon } from './ribbon';
import { strings } from './strings';

/** All ways to arrange a card. */
export const designs: Readonly<Record<CardDesign, DesignOf>> = {
  calm,
  ledger,
  ribbon,
  halves,
  edges,
  strings,
  disc,
};
