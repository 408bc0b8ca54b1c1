/** A WAV file of 16 bits. @param channels As long as each other, in [-1, 1]; what lies beyond is cut off. */
export function wavOf(rate: number, channels: readonly Float32Array[]): Uint8Array<ArrayBuffer> {
  const frames = channels[0]?.length ?? 0;
  const width = channels.length * 2;
  const bytes = new Uint8Array(44 + frames * width);
  const view = new DataView(bytes.buffer);
  const word = (at: number, text: string) => {
    for (let i = 0; i < text.length; i++) view.setUint8(at + i, text.charCodeAt(i));
  };
  word(0, 'RIFF');
  view.setUint32(4, 36 + frames * width, true);
  word(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, channels.length, true);
  view.setUint32(24, rate, true);
  view.setUint32(28, rate * width, true);
  view.setUint16(32, width, true);
  view.setUint16(34, 16, true);
  word(36, 'data');
  view.setUint32(40, frames * width, true);
  channels.forEach((samples, c) => {
    for (let i = 0; i < frames; i++) {
      const sample = Math.max(-1, Math.min(1, samples[i] as number));
      view.setInt16(44 + i * width + c * 2, Math.round(sample * 32_767), true);
    }
  });
  return bytes;
}
