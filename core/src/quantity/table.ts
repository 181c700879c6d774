/** A table to look words of users up in: it has its own entries and no others, whatever the word. */
export const table = <T extends object>(entries: T): T => Object.assign(Object.create(null), entries) as T;
