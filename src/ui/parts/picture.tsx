'use client';

import { useEffect, useRef } from 'react';
import { cx } from './class-names';

/** A small picture that a worker has painted; an empty room until it is there. */
export function Picture({ picture, className }: { readonly picture: ImageBitmap | null; readonly className: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    if (!element || !picture) return;
    if (element.width !== picture.width) element.width = picture.width;
    if (element.height !== picture.height) element.height = picture.height;
    element.getContext('2d')?.drawImage(picture, 0, 0);
  }, [picture]);
  return <canvas ref={canvas} aria-hidden className={cx('block rounded-[3px] bg-line/40 object-contain', className)} />;
}
