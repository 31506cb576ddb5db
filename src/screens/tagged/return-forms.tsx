"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { type PartId, parts } from "@/core/vocabulary/parts";
import { Button } from "@/kit/button";
import { send } from "../send";

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
    return answer.data;
  };
  const alert = (
    <p
      role="alert"
      className={problem === "" ? "sr-only" : "mt-3 border-[2.5px] border-tag p-3 font-semibold"}
    >
      {problem}
    </p>
  );
  return { post, busy, alert };
}

/** What a technician records: cause, work, parts repaired and disturbed, licence. */
export function RepairForm({ tagId, part }: { tagId: string; part: PartId | null }) {
  const t = useTranslations();
  const { post, busy, alert } = useSend();
  const [cause, setCause] = useState("");
  const [work, setWork] = useState("");
  const [licence, setLicence] = useState("");
  const [repaired, setRepaired] = useState<readonly PartId[]>(part === null ? [] : [part]);
  const [disturbed, setDisturbed] = useState<readonly PartId[]>([]);
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
        void post(`/api/tags/${tagId}/repairs`, { cause, work, repaired, disturbed, licence });
      }}
    >
      {field(t("tagged.cause"), cause, setCause)}
      {field(t("tagged.work"), work, setWork)}
      <PartPicker label={t("tagged.repaired")} chosen={repaired} onChange={setRepaired} />
      <PartPicker label={t("tagged.disturbed")} chosen={disturbed} onChange={setDisturbed} />
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

function PartPicker({
  label,
  chosen,
  onChange,
}: {
  label: string;
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
          {machineParts
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
