/**
 * Ids of new objects: letters and digits only, so that no spreadsheet takes one for a formula.
 * 62^11: no two of billions are the same.
 */
import { customAlphabet } from 'nanoid';

export const newId = customAlphabet('0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz', 11);
