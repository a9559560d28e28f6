import { customAlphabet } from 'nanoid';

const letters = customAlphabet('abcdefghijkmnpqrstuvwxyz23456789', 10);

/** A fresh id for something a person adds, such as `wall-x7…`. */
export function newId(prefix: string): string {
  return `${prefix}-${letters()}`;
}
