import { AGES, type AgeId } from '@/core/site/usual/ages';

/** Ages of houses, to choose from. */
export const AGE_CHOICES = (Object.keys(AGES) as AgeId[]).map((value) => ({
  value,
  label: AGES[value].label,
}));
