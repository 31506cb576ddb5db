"use client";
import { useTranslations } from "next-intl";
import { useMemo } from "react";
import type { Lowering } from "@/core/machine/ways-down";
import type { Found } from "@/core/proof/way-home";
import type { InspectionEvent } from "@/core/record/events";
import type { WalkInput } from "@/core/underway/follow";
import { Caution } from "@/kit/plate";
import type { T } from "../inspect/words";
import type { ProofQuestion } from "./answer";
import { useProof } from "./ask";
import { wayWords } from "./words";

/** What brings a raised machine down after what was found on it; nothing where it is down. */
export function WayHomeWords({
  input,
  events,
  heldFrom,
  findings,
}: {
  input: WalkInput;
  events: readonly InspectionEvent[];
  heldFrom: string;
  findings: readonly Found[];
}) {
  const t = useTranslations() as unknown as T;
  const question = useMemo<ProofQuestion>(
    () => ({ ask: "home", input, events, heldFrom, findings }),
    [input, events, heldFrom, findings],
  );
  const answer = useProof(question);
  if (answer === undefined || !answer.ok || !("home" in answer) || answer.home === null) return null;
  const { ways, doubted, onProp } = answer.home;
  const list = (of: readonly Lowering[]) => of.map((way) => wayWords(t, way)).join(", ");
  return (
    <Caution>
      <p className="font-bold">{t("proof.home.up")}</p>
      {onProp ? <p>{t("proof.home.prop")}</p> : null}
      <p>{ways.length > 0 ? t("proof.home.by", { ways: list(ways) }) : t("proof.home.none")}</p>
      {doubted.length > 0 ? <p>{t("proof.home.doubted", { ways: list(doubted) })}</p> : null}
    </Caution>
  );
}
