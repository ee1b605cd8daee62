/** What of an object was filled in: empty texts and nothings are left out. */
export const filled = <T extends object>(o: T) =>
  Object.fromEntries(Object.entries(o).filter(([, v]) => v !== '' && v !== null && v !== undefined)) as Partial<T>
