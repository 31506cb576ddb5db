import { useEffect, useState } from "react";
import type { Practice } from "@/core/vocabulary/practice";
import type { PlanningAnswer } from "./planning.worker";
import type { PracticeCosts, PracticeGaps, Question } from "./practice-costs";

type Modelled = Pick<Question, "versionId" | "sheet" | "minutes">;

interface Worked {
  readonly costs: ReadonlyMap<string, PracticeCosts>;
  readonly gaps: ReadonlyMap<string, PracticeGaps>;
}
const nothingYet: Worked = { costs: new Map(), gaps: new Map() };

/** What every model costs, then what it leaves unproven, from a web worker; begun anew when the practice changes. */
export function useCosts(models: readonly Modelled[], practice: Practice): Worked {
  const [worked, setWorked] = useState(nothingYet);
  useEffect(() => {
    setWorked(nothingYet);
    const worker = new Worker(new URL("./planning.worker.ts", import.meta.url), { type: "module" });
    worker.onmessage = ({ data }: MessageEvent<PlanningAnswer>) =>
      setWorked((was) =>
        "costs" in data
          ? { ...was, costs: new Map(was.costs).set(data.costs.versionId, data.costs) }
          : { ...was, gaps: new Map(was.gaps).set(data.gaps.versionId, data.gaps) },
      );
    const questions = models.map(
      ({ versionId, sheet, minutes }): Question => ({ versionId, sheet, practice, minutes }),
    );
    worker.postMessage(questions);
    return () => worker.terminate();
  }, [models, practice]);
  return worked;
}
