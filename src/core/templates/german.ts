/** What templates and recipes say in German. */
import { GERMAN_LAYOUTS } from './german-layouts';
import { GERMAN_RECIPES } from './german-recipes';

export const GERMAN: Readonly<Record<string, string>> = { ...GERMAN_LAYOUTS, ...GERMAN_RECIPES };
