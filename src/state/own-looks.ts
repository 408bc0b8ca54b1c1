import localforage from 'localforage';

const looks = localforage.createInstance({ name: 'plucky-tempo', storeName: 'looks' });

/** The person's own looks, as plain data. */
export async function loadLooks(): Promise<readonly unknown[]> {
  return (await looks.getItem<readonly unknown[]>('own')) ?? [];
}

export async function keepLooks(list: readonly unknown[]): Promise<void> {
  await looks.setItem('own', list);
}
