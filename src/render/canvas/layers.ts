export type Context = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

/** The layer of each canvas that is painted on: made once, since making one costs more than drawing on it. */
const layers = new WeakMap<Context, OffscreenCanvasRenderingContext2D>();

/**
 * An empty layer as large as a canvas, to draw a group on that shows through as a whole. A group within it takes the
 * layer's own layer.
 *
 * @throws Error where the browser gives no canvas.
 */
export function takeLayer(context: Context): OffscreenCanvasRenderingContext2D {
  const { width, height } = context.canvas;
  let layer = layers.get(context);
  if (!layer || layer.canvas.width !== width || layer.canvas.height !== height) {
    // Drawn without a graphics card, as the canvas below is.
    const made = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
    if (!made) throw new Error('This browser gives no canvas to draw on.');
    made.textBaseline = 'alphabetic';
    made.textAlign = 'left';
    layer = made;
    layers.set(context, layer);
  }
  layer.setTransform(1, 0, 0, 1, 0, 0);
  layer.clearRect(0, 0, width, height);
  return layer;
}
