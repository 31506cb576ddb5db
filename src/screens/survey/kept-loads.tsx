import { useRouter } from "next/navigation";
import { useState } from "react";
import type { KeptLoadShown } from "@/contract/survey";
import { keptLoadSchema } from "@/core/survey/job";
import { Button } from "@/kit/button";
import { SelectField, TextField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { Field } from "../ask";
import { send } from "../send";
import type { SurveyDraft } from "./draft";
import type { T } from "./words";

/** Loads that crews keep: taken up with one choice, and kept from what is typed. */
export function KeptLoads({
  t,
  siteId,
  loads,
  job,
  take,
}: {
  t: T;
  siteId: string;
  loads: readonly KeptLoadShown[];
  job: SurveyDraft["given"]["job"];
  take: (load: KeptLoadShown["load"]) => void;
}) {
  const router = useRouter();
  const [chosen, setChosen] = useState("");
  const [name, setName] = useState("");
  const [problem, setProblem] = useState("");
  const own = `/api/sites/${encodeURIComponent(siteId)}/loads`;
  const ask = async (path: string, body: unknown, method: "POST" | "DELETE") => {
    const answer = await send(path, body, method);
    setProblem(answer.ok ? "" : answer.detail);
    if (answer.ok) router.refresh();
    return answer.ok;
  };
  const load = keptLoadSchema.strip().safeParse(job);
  return (
    <section className="grid gap-3 border-t border-line pt-3 md:grid-cols-2">
      {loads.length === 0 ? null : (
        <div className="grid gap-2">
          <Field words={t("survey.useLoad")}>
            <SelectField
              value={chosen}
              onChange={({ target }) => {
                setChosen(target.value);
                const kept = loads.find(({ id }) => id === target.value);
                if (kept !== undefined) take(kept.load);
              }}
            >
              <option value="">{t("survey.loadsNone")}</option>
              {loads.map((kept) => (
                <option key={kept.id} value={kept.id}>
                  {kept.name}
                </option>
              ))}
            </SelectField>
          </Field>
          {chosen === "" ? null : (
            <Button
              look="small"
              onClick={() => void ask(`${own}/${chosen}`, {}, "DELETE").then((gone) => gone && setChosen(""))}
            >
              {t("survey.dropLoad")}
            </Button>
          )}
        </div>
      )}
      <div className="grid gap-2">
        <Field words={t("survey.keepLoadAs")}>
          <TextField value={name} maxLength={80} onChange={({ target }) => setName(target.value)} />
        </Field>
        <Button
          look="small"
          disabled={name.trim().length < 2 || !load.success}
          onClick={() =>
            void ask(own, { id: crypto.randomUUID(), name: name.trim(), load: load.data }, "POST").then(
              (kept) => kept && setName(""),
            )
          }
        >
          {t("survey.keepLoad")}
        </Button>
      </div>
      <Problem>{problem}</Problem>
    </section>
  );
}
