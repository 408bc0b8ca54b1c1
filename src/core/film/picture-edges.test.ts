import { describe, expect, it } from 'vitest';
import type { ImageNode } from '../scene/scene';
import { withEdges } from './picture-edges';

const picture: ImageNode = {
  kind: 'image',
  id: 'picture:3',
  subject: { part: 'picture', category: 3 },
  x: 10,
  y: 20,
  widthPx: 40,
  heightPx: 40,
  imageId: 'p1',
  radiusPx: 20,
  opacity: 0.5,
};

describe('edges of pictures', () => {
  it('lie around what is cut round or square, and around flags, within the picture and as strong as it shows', () => {
    const [same, edge] = withEdges([picture], '#111111', 2);
    expect(same).toBe(picture);
    expect(edge).toMatchObject({
      kind: 'rect',
      x: 11,
      y: 21,
      widthPx: 38,
      heightPx: 38,
      radiusPx: 19,
      stroke: '#111111',
    });
    expect(edge?.opacity).toBeCloseTo(0.14);
    expect(withEdges([{ ...picture, radiusPx: 0, imageId: 'flag:FR' }], '#111111', 2)).toHaveLength(2);
  });

  it('are also drawn within groups, and around nothing else', () => {
    const logo: ImageNode = { ...picture, radiusPx: undefined };
    const extra: ImageNode = { ...picture, subject: { part: 'extra' } };
    const group = { kind: 'group' as const, id: 'g', children: [picture, logo, extra] };
    expect(withEdges([group], '#111111', 2)).toMatchObject([{ children: [{}, { id: 'picture:3:edge' }, {}, {}] }]);
  });

  it('never turn a tiny picture inside out', () => {
    const [, edge] = withEdges([{ ...picture, widthPx: 1, heightPx: 1, radiusPx: 0.5 }], '#111111', 4);
    expect(edge).toMatchObject({ widthPx: 0, heightPx: 0, radiusPx: 0 });
  });
});
