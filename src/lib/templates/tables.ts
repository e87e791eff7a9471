/** Templates and recipes in the language of whoever reads them. */
import { RECIPES, recipesIn, TEMPLATES, templatesIn } from '$core/templates';
import type { Recipe } from '$core/templates/recipe';
import type { Template } from '$core/templates/template';
import { language } from '$lib/messages';

export const templates = (): Template[] => templatesIn(language(), TEMPLATES);
export const recipes = (): Recipe[] => recipesIn(language(), RECIPES);
