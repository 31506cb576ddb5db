"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { BookFault } from "@/contract/book";
import { TextField } from "@/kit/field";
import { Ask, Field } from "../ask";
import type { T } from "../inspect/words";
import { FaultWords } from "./fault-words";

/** The owner marks the faults they sign for, and says what was done where no repair does. */
export function SignForm({
  plate,
  faults,
  zone,
}: {
  plate: string;
  faults: readonly BookFault[];
  zone: string;
}) {
  const t = useTranslations() as unknown as T;
  const [marked, setMarked] = useState<readonly string[]>([]);
  const [action, setAction] = useState("");
  const signing = faults.filter(({ id }) => marked.includes(id));
  const lacking = action.trim() === "" && signing.some(({ actedOn }) => !actedOn);
  const mark = (ids: readonly string[], on: boolean) =>
    setMarked((was) => (on ? [...new Set([...was, ...ids])] : was.filter((id) => !ids.includes(id))));
  const all = faults.map(({ id }) => id);
  return (
    <>
      <ul className="mt-2">
        {faults.length < 2 ? null : (
          <li className="border-b border-line">
            <Box checked={signing.length === faults.length} onMark={(on) => mark(all, on)}>
              {t("book.all")}
            </Box>
          </li>
        )}
        {faults.map((fault) => (
          <li key={fault.id} className="border-b border-line py-1.5 leading-snug">
            <Box checked={marked.includes(fault.id)} onMark={(on) => mark([fault.id], on)}>
              <FaultWords t={t} fault={fault} zone={zone} />
            </Box>
          </li>
        ))}
      </ul>
      <div className="mt-3">
        <Ask
          path={`/api/units/${encodeURIComponent(plate)}/book`}
          make={() => ({ body: { faults: signing.map(({ id }) => id), action: action.trim() } })}
          ready={signing.length > 0 && !lacking}
          done={() => {
            setMarked([]);
            setAction("");
          }}
          words={t("book.sign", { count: signing.length })}
        >
          <Field words={t("book.action")} hint={t("book.actionHint")}>
            <TextField value={action} maxLength={400} onChange={(event) => setAction(event.target.value)} />
          </Field>
        </Ask>
      </div>
    </>
  );
}

function Box({
  checked,
  onMark,
  children,
}: {
  checked: boolean;
  onMark: (on: boolean) => void;
  children: React.ReactNode;
}) {
  return (
    <label className="flex min-h-[48px] items-start gap-3 py-2">
      <input
        type="checkbox"
        className="mt-0.5 size-6 shrink-0"
        checked={checked}
        onChange={(event) => onMark(event.target.checked)}
      />
      <span className="min-w-0 flex-1">{children}</span>
    </label>
  );
}
