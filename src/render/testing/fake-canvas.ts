import { recordingSurface } from '@/core/testing/recording-surface';

/** A canvas that draws nothing and writes down what it is told. */
export class FakeCanvas {
  readonly calls: string[];
  private readonly context: Record<string, unknown>;

  constructor(
    public width: number,
    public height: number,
  ) {
    const { surface, calls } = recordingSurface();
    this.calls = calls;
    this.context = surface as unknown as Record<string, unknown>;
    // What is asked of a canvas rather than told to it.
    Object.defineProperties(this.context, {
      canvas: { value: this },
      measureText: { value: (text: string) => ({ width: text.length * 10 }) },
      getTransform: { value: () => 'the transform' },
      getImageData: {
        value: (_: number, __: number, w: number, h: number) => ({ data: new Uint8ClampedArray(4 * w * h) }),
      },
    });
    canvases.push(this);
  }

  getContext(): unknown {
    return this.context;
  }

  transferToImageBitmap(): { readonly width: number; readonly height: number } {
    return { width: this.width, height: this.height };
  }

  async convertToBlob({ type }: { readonly type: string }): Promise<Blob> {
    return new Blob([`${type} ${this.width}x${this.height}`], { type });
  }
}

/** Every canvas that was made, oldest first. */
export const canvases: FakeCanvas[] = [];
