"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { useState } from "react";
import { Button, buttonLook } from "@/kit/button";
import { TextField } from "@/kit/field";
import { Link } from "@/kit/link";
import { send } from "../send";

/** Searches somebody keeps, to look again with one touch. */
export function KeptSearches({
  views,
  query,
}: {
  views: readonly { readonly id: string; readonly name: string; readonly query: string }[];
  query: string;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [name, setName] = useState("");
  const [problem, setProblem] = useState("");
  const change = async (path: string, body: object, method: "POST" | "DELETE") => {
    const answer = await send(path, body, method);
    setProblem(answer.ok ? "" : answer.detail);
    if (!answer.ok) return;
    setName("");
    router.refresh();
  };
  return (
    <div className="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2">
      {views.map((view) => (
        <span key={view.id} className="flex">
          <Link href={`/records?${view.query}`} className={buttonLook("small")}>
            {view.name}
          </Link>
          <Button
            look="small"
            className="-ml-[2px] min-w-[48px]!"
            aria-label={`${t("records.forget")}: ${view.name}`}
            onClick={() => void change(`/api/records/views/${view.id}`, {}, "DELETE")}
          >
            ×
          </Button>
        </span>
      ))}
      {query === "" ? null : (
        <form
          className="flex w-full items-center gap-2 sm:w-auto"
          onSubmit={(event) => {
            event.preventDefault();
            if (name.trim() !== "") void change("/api/records/views", { name, query }, "POST");
          }}
        >
          <TextField
            className="min-w-0 flex-1"
            aria-label={t("records.keepName")}
            placeholder={t("records.keepName")}
            value={name}
            maxLength={60}
            onChange={(event) => setName(event.target.value)}
          />
          <Button type="submit" look="small" disabled={name.trim() === ""}>
            {t("records.keep")}
          </Button>
        </form>
      )}
      {problem === "" ? null : <p role="alert">{problem}</p>}
    </div>
  );
}
