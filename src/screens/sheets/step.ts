import type { Sheet } from "@/core/sheet/sheet";

/** What every step of the editor is given: the draft, and whether it may be changed. */
export interface StepProps {
  readonly sheet: Sheet;
  readonly readOnly: boolean;
  readonly onChange: (sheet: Sheet) => void;
}
