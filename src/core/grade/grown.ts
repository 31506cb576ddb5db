import type { CheckKey } from "../catalogue/catalogue";
import type { OpenMatter } from "./matters";

/**
 * Whether what was found, in millimetres along its longest side, is more than it was when it was last found: the matter
 * open at the same check and of the same condition. Where either was not measured, that cannot be told.
 */
export const grownFrom =
  (matters: readonly OpenMatter[]) =>
  (check: CheckKey, condition: string, sizeMm: number | undefined): boolean =>
    sizeMm !== undefined &&
    matters.some(
      (matter) =>
        matter.check === check &&
        matter.condition === condition &&
        matter.sizeMm !== undefined &&
        sizeMm > matter.sizeMm,
    );
