/** A private disk of the browser that holds small files in memory; it is there until it is taken out again. */
export function putPrivateDisk(): () => void {
  const files = new Map<string, Blob>();
  const fileHandle = (name: string) => ({
    getFile: async () => files.get(name),
    createWritable: async () => ({
      write: async (bytes: ArrayBuffer) => void files.set(name, new Blob([bytes])),
      close: async () => undefined,
    }),
  });
  const folder = {
    getFileHandle: async (name: string, { create = false } = {}) => {
      if (!create && !files.has(name)) throw new DOMException('There is no such file.', 'NotFoundError');
      return fileHandle(name);
    },
  };
  const root = { getDirectoryHandle: async () => folder, removeEntry: async () => files.clear() };
  Object.defineProperty(navigator, 'storage', { configurable: true, value: { getDirectory: async () => root } });
  return () => Reflect.deleteProperty(navigator, 'storage');
}
