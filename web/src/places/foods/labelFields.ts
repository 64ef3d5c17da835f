/** The lines of a label form, in the order a package of each region prints them. */
import type { Label, OwnFood } from '../../api/types';
import { newId } from '../../browser/newId';

export type Region = Label['jurisdiction'];

export const REGIONS: [Region, string][] = [
  ['eu', 'Europe'],
  ['us', 'North America'],
  ['other', 'Elsewhere'],
];

const EU = [
  'kj',
  'kcal',
  'fat',
  'saturated',
  'carbohydrate',
  'sugars',
  'polyols',
  'fibre',
  'protein',
  'salt',
];
const US = [
  'kcal',
  'fat',
  'saturated',
  'sodium_mg',
  'carbohydrate',
  'fibre',
  'sugars',
  'added_sugar',
  'polyols',
  'protein',
];
export const LINES: Record<Region, string[]> = { eu: EU, us: US, other: EU };
export const MORE_LINES = [
  'net_carbs',
  'erythritol',
  'xylitol',
  'maltitol',
  'sorbitol',
  'isomalt',
  'lactitol',
  'mannitol',
  'added_sugar',
  'sodium_mg',
  'alcohol',
];
export const LINE_NAMES: Record<string, string> = {
  kj: 'Energy, kJ',
  kcal: 'Energy, kcal',
  fat: 'Fat, g',
  saturated: 'of it saturated, g',
  carbohydrate: 'Carbohydrate, g',
  sugars: 'of it sugars, g',
  added_sugar: 'of it added sugars, g',
  polyols: 'of it polyols, g',
  fibre: 'Fibre, g',
  protein: 'Protein, g',
  salt: 'Salt, g',
  sodium_mg: 'Sodium, mg',
  net_carbs: 'Net carbs, g, if only those are printed',
  erythritol: 'Erythritol, g',
  xylitol: 'Xylitol, g',
  maltitol: 'Maltitol, g',
  sorbitol: 'Sorbitol, g',
  isomalt: 'Isomalt, g',
  lactitol: 'Lactitol, g',
  mannitol: 'Mannitol, g',
  alcohol: 'Alcohol, g',
};
export function emptyFood(region: Region): OwnFood {
  return {
    id: newId(),
    name: '',
    names: [],
    label: {
      jurisdiction: region,
      basis: region === 'us' ? 'serving' : '100g',
      serving_grams: null,
      printed: {},
      no_polyols: false,
    },
    origin: null,
    holds: null,
    may_contain: [],
    check_label: [],
    free_fat: null,
    starch: 'none',
    grams_per_100_ml: null,
  };
}
