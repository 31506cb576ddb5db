"use client";
import { useTranslations } from "next-intl";
import { useState } from "react";
import type { BookFault } from "@/contract/book";
import { CheckBox, withOne } from "@/kit/check-box";
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
  return (
    <>
      <ul className="mt-2">
        {faults.length < 2 ? null : (
          <li className="border-b border-line">
            <CheckBox
              checked={signing.length === faults.length}
              onCheck={(on) => setMarked(on ? faults.map(({ id }) => id) : [])}
            >
              {t("book.all")}
            </CheckBox>
          </li>
        )}
        {faults.map((fault) => (
          <li key={fault.id} className="border-b border-line py-1.5 leading-snug">
            <CheckBox
              checked={marked.includes(fault.id)}
              onCheck={(on) => setMarked((was) => withOne(was, fault.id, on))}
            >
              <FaultWords t={t} fault={fault} zone={zone} />
            </CheckBox>
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
