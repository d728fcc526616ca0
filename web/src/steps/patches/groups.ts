import type { Catalogue, Patch } from '@sgraffa/core';

/** Patches of one product on one surface: they speak for each other. */
export interface PatchGroup {
  readonly productId: string;
  readonly surface: string;
  readonly patches: readonly Patch[];
}

export const groupsOf = (patches: readonly Patch[]): PatchGroup[] => {
  const groups = new Map<string, Patch[]>();
  for (const patch of patches) {
    const key = `${patch.productId}\n${patch.surface}`;
    groups.set(key, [...(groups.get(key) ?? []), patch]);
  }
  return [...groups].map(([key, own]) => {
    const [productId = '', surface = ''] = key.split('\n');
    return { productId, surface, patches: own };
  });
};

/** "mild-steel + powder-coat" in words. */
export const surfaceWords = (
  key: string,
  { baseById, finishById }: Pick<Catalogue, 'baseById' | 'finishById'>,
): string => {
  const [base = '', ...finishes] = key.split(' + ');
  const name =
    baseById.get(base)?.name ?? (base.startsWith('{') || base.startsWith('own') ? 'a surface of your own' : base);
  const on = finishes.map((id) => finishById.get(id)?.name ?? id);
  return on.length ? `${name} with ${on.join(' and ')}` : name;
};
