import { image } from './image';
import { path } from './path';
import type { MarkNode, Primitive } from './primitive';
import { rect } from './rect';
import { text } from './text';

const primitives = { rect, path, text, image } as const;

/** What can be done with a mark. */
export function primitiveOf<N extends MarkNode>(node: N): Primitive<N> {
  return primitives[node.kind] as unknown as Primitive<N>;
}
