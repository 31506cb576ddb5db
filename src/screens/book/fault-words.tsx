import type { BookFault } from "@/contract/book";
import { Mark } from "@/kit/mark";
import type { T } from "../inspect/words";
import { actionWords, faultWords, whoWords } from "./words";

/** What was found, by whom, and what was done about it. */
export function FaultWords({ t, fault, zone }: { t: T; fault: BookFault; zone: string }) {
  const { what, slip } = fault;
  return (
    <>
      <span className="flex flex-col-reverse gap-x-4 sm:flex-row sm:justify-between">
        <b className={slip ? "line-through" : ""}>{faultWords(t, fault)}</b>
        {"grade" in what ? (
          <Mark kind={what.grade}>{t(`grade.${what.grade}`)}</Mark>
        ) : (
          <Mark kind="tag_out">{t("grade.tag_out")}</Mark>
        )}
      </span>
      <span className="block text-ink2">
        {t("book.found", { by: whoWords(fault.found, zone) })}
        {fault.tag === null ? "" : `. ${t("book.tag", { number: fault.tag })}`}
      </span>
      {fault.actions.map((action) => (
        <span key={`${action.kind} ${action.atMs}`} className="block">
          {actionWords(t, action, zone)}
        </span>
      ))}
    </>
  );
}
