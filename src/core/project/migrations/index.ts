import { from1 } from './1';
import { from2 } from './2';
import { from3 } from './3';
import { from4 } from './4';
import { from5 } from './5';
import { from6 } from './6';
import { from7 } from './7';
import { from8 } from './8';
import { from9 } from './9';
import { from10 } from './10';
import type { Migration } from './migration';

/** `migrations[n]` reads version `n` of a project. */
export const migrations: Readonly<Record<number, Migration>> = {
  1: from1,
  2: from2,
  3: from3,
  4: from4,
  5: from5,
  6: from6,
  7: from7,
  8: from8,
  9: from9,
  10: from10,
};
