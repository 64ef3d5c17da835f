import type { BranchView } from '../api/types';
import { listed } from './format';

/** A variant's name; of what is left those who have it, with the rest of the servings. */
export function branchName(branch: BranchView): string {
  if (branch.id) return branch.name;
  const more = branch.servings > branch.eaters.length + 0.01;
  return listed([...branch.eaters, ...(more ? ['others'] : [])]);
}
