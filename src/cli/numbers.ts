import { Refusal } from './refusal';

/** A number within limits; anything else ends the command. @throws Refusal if it is none, or out of range. */
export function numberIn(name: string, text: string, [low, high]: readonly [number, number]): number {
  const value = Number(text);
  if (text.trim() === '' || !Number.isFinite(value) || value < low || value > high)
    throw new Refusal(`${name} must be a number from ${low} to ${high}; “${text}” is none.`);
  return value;
}

/** A whole number within limits; anything else ends the command. @throws Refusal if it is none, or out of range. */
export function wholeIn(name: string, text: string, range: readonly [number, number]): number {
  const value = numberIn(name, text, range);
  if (!Number.isInteger(value)) throw new Refusal(`${name} must be a whole number; “${text}” is none.`);
  return value;
}

/** One of the allowed words; anything else ends the command. @throws Refusal if it is none of them. */
export function oneOf<T extends string>(name: string, value: string, allowed: readonly T[]): T {
  const found = allowed.find((each) => each === value);
  if (!found) throw new Refusal(`${name} must be one of ${allowed.join(', ')}; “${value}” is none of them.`);
  return found;
}
