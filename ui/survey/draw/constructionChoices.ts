import {
  CONSTRUCTIONS,
  type ConstructionUse,
  type CustomConstruction,
} from '@/core/site/model/constructions';

/** Constructions of one use as choices, the job's own ones after the built-in. */
export function constructionChoices(use: ConstructionUse, custom: readonly CustomConstruction[] = []) {
  return [
    ...Object.entries(CONSTRUCTIONS)
      .filter(([, c]) => c.use === use)
      .map(([value, c]) => ({ value, label: c.label as string })),
    ...custom.map((c) => ({ value: c.id, label: c.name })),
  ];
}
