"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useMemo, useState } from "react";
import { partsAt } from "@/core/catalogue/parts-at";
import type { Told } from "@/core/diagnose/answers";
import type { Sheet } from "@/core/sheet/sheet";
import { type PartId, parts } from "@/core/vocabulary/parts";
import { Button } from "@/kit/button";
import { CheckBox, withOne } from "@/kit/check-box";
import { Problem } from "@/kit/problem";
import type { T } from "../inspect/words";
import { componentWords } from "../proof/words";
import { send } from "../send";
import { tagReason } from "../states";
import { PartsOnDrawing } from "../workshop/parts-on-drawing";

const machineParts = (Object.keys(parts) as PartId[]).filter(
  (id) => parts[id].system !== "workplace" && parts[id].system !== "documents",
);

function useSend() {
  const router = useRouter();
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const post = async (path: string, body: unknown): Promise<Record<string, string> | undefined> => {
    setBusy(true);
    const answer = await send<Record<string, string>>(path, body);
    setBusy(false);
    setProblem(answer.ok ? "" : answer.detail);
    if (!answer.ok) return undefined;
    router.refresh();
    return answer.data ?? {};
  };
  const alert = <Problem className="mt-3">{problem}</Problem>;
  return { post, busy, alert };
}

/** Another tag that stands on the unit. */
export interface OtherTag {
  readonly id: string;
  readonly number: string;
  readonly reason: string;
}

/** What was found out on the way to a cause. */
export interface FoundOut {
  /** The parts that would explain it, the likeliest first, each with the parts of the catalogue it belongs to. */
  readonly suspects: readonly { readonly component: string; readonly parts: readonly PartId[] }[];
  readonly tried: readonly Told[];
}

/** What a technician records: cause, work, parts repaired and disturbed, licence. */
export function RepairForm({
  tagId,
  part,
  sheet,
  otherTags,
  foundOut,
  onRecorded,
}: {
  tagId: string;
  part: PartId | null;
  /** The machine's own sheet: its drawing, and its parts and no others. */
  sheet?: Sheet | undefined;
  /** Other tags of the unit that wait for a repair: this one may serve them too. */
  otherTags: readonly OtherTag[];
  foundOut?: FoundOut | undefined;
  /** It is on record, and what was found out with it. */
  onRecorded?: () => void;
}) {
  const t = useTranslations();
  const { post, busy, alert } = useSend();
  const [cause, setCause] = useState("");
  const [work, setWork] = useState("");
  const [licence, setLicence] = useState("");
  const [repaired, setRepaired] = useState<readonly PartId[]>(part === null ? [] : [part]);
  const [disturbed, setDisturbed] = useState<readonly PartId[]>([]);
  const [component, setComponent] = useState("");
  const [serves, setServes] = useState<readonly string[]>([]);
  const known = useMemo(
    () =>
      sheet === undefined ? machineParts : [...new Set(partsAt(sheet).flatMap(({ parts: mine }) => mine))],
    [sheet],
  );
  const tried = foundOut?.tried.map(({ question, says }) => ({ question, says })) ?? [];
  const suspected = foundOut?.suspects.find((one) => one.component === component);
  const field = (label: string, value: string, set: (next: string) => void) => (
    <label className="mt-3 block">
      <span className="font-semibold">{label}</span>
      <input
        value={value}
        onChange={(e) => set(e.target.value)}
        required
        maxLength={400}
        className="mt-1 min-h-[48px] w-full border-2 border-ink bg-chalk px-3"
      />
    </label>
  );
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void post(`/api/tags/${tagId}/repairs`, {
          cause,
          work,
          repaired,
          disturbed,
          licence,
          ...(suspected === undefined ? {} : { component }),
          ...(tried.length === 0 ? {} : { tried }),
          ...(serves.length === 0 ? {} : { alsoTags: serves }),
        }).then((recorded) => (recorded === undefined ? undefined : onRecorded?.()));
      }}
    >
      {foundOut === undefined || foundOut.suspects.length === 0 ? null : (
        <WhichPart
          suspects={foundOut.suspects}
          chosen={component}
          onChoose={(next, name) => {
            setComponent(next);
            if (name !== "" && cause.trim() === "") setCause(name);
            const mine = foundOut.suspects.find((one) => one.component === next)?.parts ?? [];
            const [first] = mine;
            if (first !== undefined && !repaired.some((id) => mine.includes(id)))
              setRepaired([...repaired, first]);
          }}
        />
      )}
      {field(t("tagged.cause"), cause, setCause)}
      {field(t("tagged.work"), work, setWork)}
      {sheet === undefined ? null : (
        <PartsOnDrawing
          sheet={sheet}
          touched={{ repaired, disturbed }}
          onTouch={(next) => {
            setRepaired(next.repaired);
            setDisturbed(next.disturbed);
          }}
        />
      )}
      <PartPicker label={t("tagged.repaired")} known={known} chosen={repaired} onChange={setRepaired} />
      <PartPicker label={t("tagged.disturbed")} known={known} chosen={disturbed} onChange={setDisturbed} />
      {otherTags.length === 0 ? null : (
        <fieldset className="mt-3">
          <legend className="font-semibold">{t("workshop.alsoTags")}</legend>
          {otherTags.map(({ id, number, reason }) => (
            <CheckBox
              key={id}
              checked={serves.includes(id)}
              onCheck={(checked) => setServes(withOne(serves, id, checked))}
            >
              <b>{number}</b> {tagReason(t, reason)}
            </CheckBox>
          ))}
        </fieldset>
      )}
      {field(t("tagged.licence"), licence, setLicence)}
      {alert}
      <Button
        type="submit"
        className="mt-4 w-full"
        disabled={busy || cause.trim() === "" || work.trim() === "" || licence.trim() === ""}
      >
        {t("tagged.saveRepair")}
      </Button>
    </form>
  );
}

/** The part that was the cause, among those suspected: it is what the next diagnosis on this model learns from. */
function WhichPart({
  suspects,
  chosen,
  onChoose,
}: {
  suspects: FoundOut["suspects"];
  chosen: string;
  onChoose: (component: string, name: string) => void;
}) {
  const t = useTranslations() as unknown as T;
  return (
    <label className="mt-3 block">
      <span className="font-semibold">{t("diagnose.cause")}</span>
      <select
        value={chosen}
        onChange={(e) =>
          onChoose(e.target.value, e.target.value === "" ? "" : componentWords(t, e.target.value))
        }
        className="mt-1 min-h-[48px] w-full border-2 border-ink bg-chalk px-3"
      >
        <option value="">{t("diagnose.causeOther")}</option>
        {suspects.map(({ component }) => (
          <option key={component} value={component}>
            {componentWords(t, component)}
          </option>
        ))}
      </select>
    </label>
  );
}

function PartPicker({
  label,
  known,
  chosen,
  onChange,
}: {
  label: string;
  known: readonly PartId[];
  chosen: readonly PartId[];
  onChange: (parts: readonly PartId[]) => void;
}) {
  const t = useTranslations();
  return (
    <div className="mt-3">
      <label className="block">
        <span className="font-semibold">{label}</span>
        <select
          value=""
          onChange={(e) => {
            const id = e.target.value as PartId;
            if (!chosen.includes(id)) onChange([...chosen, id]);
          }}
          className="mt-1 min-h-[48px] w-full border-2 border-ink bg-chalk px-3"
        >
          <option value="">+</option>
          {known
            .filter((id) => !chosen.includes(id))
            .map((id) => (
              <option key={id} value={id}>
                {t(`part.${id}`)}
              </option>
            ))}
        </select>
      </label>
      <ul className="mt-1.5 flex flex-wrap gap-2">
        {chosen.map((id) => (
          <li key={id}>
            <button
              type="button"
              onClick={() => onChange(chosen.filter((c) => c !== id))}
              className="min-h-[48px] border-2 border-ink px-3 font-semibold"
            >
              {t(`part.${id}`)} ×
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

export function RetestButton({ tagId }: { tagId: string }) {
  const t = useTranslations();
  const router = useRouter();
  const { post, busy, alert } = useSend();
  return (
    <>
      {alert}
      <Button
        look="go"
        className="mt-4 w-full"
        disabled={busy}
        onClick={async () => {
          const started = await post(`/api/tags/${tagId}/retests`, {});
          if (started?.["id"] !== undefined) router.push(`/inspect/${started["id"]}`);
        }}
      >
        {t("tagged.retest")}
      </Button>
    </>
  );
}

/** The number is typed off the tag in the hand: it cannot be released from a list. */
export function ReleaseForm({
  tagId,
  number,
  seenPosition,
}: {
  tagId: string;
  number: string;
  seenPosition: number;
}) {
  const t = useTranslations();
  const { post, busy, alert } = useSend();
  const [typed, setTyped] = useState("");
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void post(`/api/tags/${tagId}/release`, { number: typed.trim(), seenPosition });
      }}
    >
      <label className="mt-3 block">
        <span className="font-semibold">{t("tagged.number")}</span>
        <input
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          className="mt-1 min-h-[60px] w-full border-2 border-ink bg-chalk px-3 text-[24px] font-bold uppercase"
        />
      </label>
      {alert}
      <Button type="submit" className="mt-4 w-full" disabled={busy || typed.trim() === ""}>
        {t("tagged.doRelease", { number })}
      </Button>
    </form>
  );
}
