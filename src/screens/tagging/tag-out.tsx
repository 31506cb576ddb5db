"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useEffect, useState } from "react";
import { outbox, type TagAnswer } from "@/device/outbox";
import { Button } from "@/kit/button";
import { Dialog } from "@/kit/dialog";

const reasons = ["does_not_stop", "does_not_work", "damage", "leak", "collision", "unsure"] as const;

/** Tag out: one touch and a confirmation, on every screen about a unit. An identity is all it takes. */
export function TagOut({ plate, onTagged }: { plate?: string; onTagged?: (number: string) => void }) {
  const t = useTranslations();
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      if (!typing && !event.ctrlKey && !event.metaKey && !event.altKey && event.key.toLowerCase() === "t")
        setOpen(true);
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, []);
  return (
    <>
      <Button look="tag" onClick={() => setOpen(true)}>
        {plate === undefined ? t("tagging.any") : t("tagging.button")}
      </Button>
      {open ? (
        <Dialog
          open
          onClose={() => setOpen(false)}
          title={plate === undefined ? t("tagging.any") : t("tagging.title", { plate })}
        >
          <TagForm plate={plate} onClose={() => setOpen(false)} onTagged={onTagged} />
        </Dialog>
      ) : null}
    </>
  );
}

function TagForm({
  plate,
  onClose,
  onTagged,
}: {
  plate?: string;
  onClose: () => void;
  onTagged?: (number: string) => void;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [typed, setTyped] = useState("");
  const [reason, setReason] = useState<(typeof reasons)[number]>();
  const [note, setNote] = useState("");
  const [became, setBecame] = useState<TagAnswer>();
  const [id] = useState(() => crypto.randomUUID());
  const target = plate ?? typed.trim().toUpperCase();
  if (became !== undefined) {
    const number = became.kind === "hung" ? became.number : "";
    const title = {
      hung: "tagging.done",
      kept: "tagging.kept",
      unmatched: "tagging.unmatched",
      lost: "tagging.lost",
    } as const;
    const help = {
      hung: "tagging.doneHelp",
      kept: "tagging.keptHelp",
      unmatched: "tagging.unmatchedHelp",
      lost: "tagging.lostHelp",
    } as const;
    return (
      <div role="status">
        <div className="hatched mt-4 h-6" />
        <p className="mt-4 text-[22px] font-bold">{t(title[became.kind], { plate: target, number })}</p>
        <p className="mt-2">{t(help[became.kind], { number })}</p>
        {became.kind === "kept" ? (
          <p className="mt-2 font-semibold">
            {t(`link.${became.link}`)}
            {became.detail === undefined ? "" : `: ${became.detail}`}
          </p>
        ) : null}
        <p className="mt-2">{t("tagging.order")}</p>
        <Button
          className="mt-5 w-full"
          onClick={() => {
            onClose();
            // Without a link there is nothing newer to read, and asking for it would leave the page.
            if (became.kind === "hung" || became.kind === "unmatched") router.refresh();
          }}
        >
          {t("tagging.close")}
        </Button>
      </div>
    );
  }
  const submit = async () => {
    if (reason === undefined || target === "") return;
    const answer = await outbox().tagOut({
      id,
      plate: target,
      reason,
      ...(note.trim() === "" ? {} : { note: note.trim() }),
      madeAt: new Date().toISOString(),
    });
    setBecame(answer);
    if (answer.kind === "hung") onTagged?.(answer.number);
    else if (answer.kind === "kept") onTagged?.(target);
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      {plate === undefined ? (
        <label className="mt-3 block">
          <span className="font-semibold">{t("tagging.plate")}</span>
          <input
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            className="mt-1 min-h-[48px] w-full border-2 border-ink bg-chalk px-3 text-[20px] font-bold uppercase"
          />
        </label>
      ) : null}
      <fieldset className="mt-3">
        <legend className="font-semibold">{t("tagging.what")}</legend>
        <div className="mt-1.5 grid gap-2 md:grid-cols-2">
          {reasons.map((r) => (
            <button
              key={r}
              type="button"
              aria-pressed={reason === r}
              onClick={() => setReason(r)}
              className={`min-h-[52px] border-2 px-3 text-left font-semibold ${reason === r ? "border-tag bg-tag2" : "border-ink"}`}
            >
              {t(`tagging.reasons.${r}`)}
            </button>
          ))}
        </div>
      </fieldset>
      <label className="mt-3 block">
        <span className="font-semibold">{t("tagging.note")}</span>
        <textarea
          value={note}
          onChange={(e) => setNote(e.target.value)}
          rows={2}
          maxLength={1000}
          className="mt-1 w-full border-2 border-ink bg-chalk p-2.5"
        />
      </label>
      <p className="mt-3">{t("tagging.order")}</p>
      <div className="mt-4 flex justify-between gap-3">
        <Button look="small" onClick={onClose}>
          {t("tagging.cancel")}
        </Button>
        <button
          type="submit"
          disabled={reason === undefined || target === ""}
          className="min-h-[60px] border-[2.5px] border-tag bg-tag px-6 text-[19px] font-bold text-chalk disabled:border-dashed disabled:bg-transparent disabled:text-ink3"
        >
          {t("tagging.confirm")}
        </button>
      </div>
    </form>
  );
}
