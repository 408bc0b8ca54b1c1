import fc from 'fast-check';
import { expect, it } from 'vitest';
import { mixColours } from './colour';

const channels = fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: 0, max: 255 })));
const written = (colour: readonly number[]) =>
  `#${colour.map((channel) => channel.toString(16).padStart(2, '0')).join('')}`;

it('a mix of two colours is that of each channel, however they are written', () => {
  fc.assert(
    fc.property(channels, channels, fc.double({ min: 0, max: 1, noNaN: true }), (a, b, share) => {
      const mixed = a.map((channel, i) => Math.round(channel + ((b[i] ?? 0) - channel) * share));
      expect(mixColours(written(a), written(b), share)).toBe(written(mixed));
      expect(mixColours(written(a).toUpperCase(), written(b), share).toLowerCase()).toBe(written(mixed));
    }),
  );
});
