"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { Keys } from "@/contract/workshop";
import { Button } from "@/kit/button";
import { TextField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { send } from "../send";
import { keyWords } from "./key-words";

/** The key and the lock of a unit, and what can be said of them. */
export function KeyRegister({
  plate,
  keys,
  me,
  maySay,
  zone,
}: {
  plate: string;
  keys: Keys;
  me: string;
  maySay: boolean;
  zone: string;
}) {
  const t = useTranslations("workshop");
  const router = useRouter();
  const [place, setPlace] = useState("");
  const [problem, setProblem] = useState("");
  const say = async (body: object) => {
    const answer = await send(`/api/units/${encodeURIComponent(plate)}/keys`, body);
    setProblem(answer.ok ? "" : answer.detail);
    if (!answer.ok) return;
    setPlace("");
    router.refresh();
  };
  const words = keyWords(t as never, keys, zone);
  return (
    <section className="mt-6">
      <h2 className="text-[20px] font-bold">{t("keys.title")}</h2>
      {words.length === 0 ? <p className="text-ink2">{t("keys.none")}</p> : null}
      {words.map((line) => (
        <p key={line} className="font-semibold">
          {line}
        </p>
      ))}
      {maySay ? (
        <>
          <div className="mt-2 flex flex-wrap gap-2">
            <Button look="small" onClick={() => void say({ what: "key", holder: me })}>
              {t("keys.mine")}
            </Button>
            {keys.lock === undefined ? (
              <Button look="small" onClick={() => void say({ what: "lock", holder: me })}>
                {t("keys.lockMine")}
              </Button>
            ) : (
              <Button look="small" onClick={() => void say({ what: "lock", off: true })}>
                {t("keys.lockOff")}
              </Button>
            )}
          </div>
          <form
            className="mt-2 flex flex-wrap items-end gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              if (place.trim() !== "") void say({ what: "key", place: place.trim() });
            }}
          >
            <label className="grid min-w-[200px] flex-1 gap-1">
              {t("keys.place")}
              <TextField value={place} maxLength={120} onChange={(e) => setPlace(e.target.value)} />
            </label>
            <Button type="submit" look="small" disabled={place.trim() === ""}>
              {t("keys.hangs")}
            </Button>
          </form>
        </>
      ) : null}
      <Problem className="mt-2">{problem}</Problem>
    </section>
  );
}
