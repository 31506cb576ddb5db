"use client";
import { useRouter } from "next/navigation";
import { useTranslations } from "next-intl";
import { type ReactNode, useState } from "react";
import { Button } from "@/kit/button";
import { SelectField } from "@/kit/field";
import { Problem } from "@/kit/problem";
import { send } from "./send";

/** What a form sends: made from what was typed, or a problem in words. */
export type Made = { readonly body: unknown } | { readonly problem: string };

/**
 * A form that sends JSON and shows the page anew: the fields, one button, and what the server said. `make` gives what is sent;
 * what was typed stays until it is taken.
 */
export function Ask({
  path,
  method = "POST",
  make,
  ready,
  done,
  words,
  children,
}: {
  path: string;
  method?: "POST" | "PUT" | "DELETE";
  make: () => Promise<Made> | Made;
  /** Whether all that is asked is typed. */
  ready: boolean;
  /** After it was taken. */
  done?: (answer: unknown) => void;
  words: string;
  children: ReactNode;
}) {
  const t = useTranslations();
  const router = useRouter();
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  return (
    <form
      className="grid gap-3 md:grid-cols-2"
      onSubmit={async (event) => {
        event.preventDefault();
        if (!ready || busy) return;
        setBusy(true);
        const made = await make();
        if ("problem" in made) {
          setProblem(made.problem);
          setBusy(false);
          return;
        }
        const answer = await send(path, made.body, method);
        setBusy(false);
        setProblem(answer.ok ? "" : answer.detail);
        if (!answer.ok) return;
        done?.(answer.data);
        router.refresh();
      }}
    >
      {children}
      <Button look="small" type="submit" disabled={!ready || busy} className="self-end">
        {busy ? t("clocks.sending") : words}
      </Button>
      <Problem className="md:col-span-2">{problem}</Problem>
    </form>
  );
}

/** A field with its name above it. */
export function Field({ words, hint, children }: { words: string; hint?: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the control is what it is given
    <label className="block">
      <span className="font-semibold">{words}</span>
      {hint === undefined ? null : <span className="block text-ink2">{hint}</span>}
      <span className="mt-1 block">{children}</span>
    </label>
  );
}

/** One of a few things that have names. */
export function NamedField<Id extends string>({
  words,
  value,
  options,
  onPick,
}: {
  words: string;
  value: Id;
  options: readonly { readonly id: Id; readonly name: string }[];
  onPick: (id: Id) => void;
}) {
  return (
    <Field words={words}>
      <SelectField value={value} onChange={(event) => onPick(event.target.value as Id)}>
        {options.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </SelectField>
    </Field>
  );
}

/** A number as it was typed, with either decimal sign; undefined for none. */
export function numberIn(typed: string): number | undefined {
  const text = typed.trim().replace(",", ".");
  return /^\d+(\.\d+)?$/.test(text) ? Number(text) : undefined;
}
