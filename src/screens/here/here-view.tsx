"use client";
import { useTranslations } from "next-intl";
import { useCallback, useEffect, useState } from "react";
import { walksOf } from "@/device/kept-walks";
import type { KeptWalk } from "@/device/local-store";
import { type Present, present } from "@/device/present";
import { buttonLook } from "@/kit/button";
import { Glyph, Plate } from "@/kit/plate";
import { SignIn } from "../sign-in/sign-in";
import { TagOut } from "../tagging/tag-out";
import { BeginHere } from "./begin-here";

/** Where no page can be reached: what this tablet keeps for whoever is at it, what can be begun here, and tag out. */
export function HereView() {
  const t = useTranslations();
  const [person, setPerson] = useState<Present | "nobody">();
  const [walks, setWalks] = useState<readonly KeptWalk[]>();
  useEffect(() => setPerson(present() ?? "nobody"), []);
  const read = useCallback(async (personId: string) => setWalks(await walksOf(personId)), []);
  useEffect(() => {
    if (person !== undefined && person !== "nobody") void read(person.personId);
  }, [person, read]);
  return (
    <div className="flex min-h-dvh flex-col">
      <header className="flex min-h-[56px] items-center gap-4 border-b-2 border-ink px-3 py-1 md:px-5">
        <Glyph />
        <b className="text-[20px] whitespace-nowrap">{t("here.title")}</b>
        <TagOut />
        {person === undefined || person === "nobody" ? null : (
          <b className="ml-auto hidden sm:block">{person.name}</b>
        )}
      </header>
      {person === "nobody" ? (
        <SignIn onHere={setPerson} />
      ) : person === undefined || walks === undefined ? null : (
        <main className="mx-auto w-full max-w-2xl p-5">
          <h1 className="text-[26px] leading-tight font-bold">{t("here.kept")}</h1>
          {walks.length === 0 ? <p className="mt-2 text-ink2">{t("here.none")}</p> : null}
          <ul className="mt-3">
            {walks.map(({ id, plate, data }) => (
              <li key={id} className="flex items-center gap-4 border-b border-line py-3">
                <Plate>{plate}</Plate>
                <span className="flex-1 text-ink2">{data.sheet.model}</span>
                <a className={buttonLook("small")} href={`/inspect/${id}`}>
                  {t("here.open", { plate })}
                </a>
              </li>
            ))}
          </ul>
          <BeginHere personId={person.personId} />
          <button
            type="button"
            className={`${buttonLook("plain")} mt-6`}
            onClick={() => window.location.reload()}
          >
            {t("here.back")}
          </button>
        </main>
      )}
    </div>
  );
}
