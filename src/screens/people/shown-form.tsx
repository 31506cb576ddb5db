import { useTranslations } from "next-intl";
import { type ReactNode, useState } from "react";
import { type Shown, shownKinds } from "@/contract/staff";
import { CheckBox, withOne } from "@/kit/check-box";
import { TextField } from "@/kit/field";
import { Ask, Field } from "../ask";
import { DigitsField } from "../digits-field";

/** What somebody is shown of a model, all of it, and the signature of the other of the two. */
export function ShownForm({
  path,
  more = {},
  signer,
  pinWords,
  done,
  children,
}: {
  path: string;
  /** What is sent besides. */
  more?: Readonly<Record<string, string>>;
  /** Whose badge signs; undefined where they type it too. */
  signer: string | undefined;
  pinWords: string;
  done?: () => void;
  /** Fields before these. */
  children?: ReactNode;
}) {
  const t = useTranslations();
  const [shown, setShown] = useState<readonly Shown[]>([]);
  const [typed, setTyped] = useState({ note: "", badge: "", pin: "" });
  const set = (id: keyof typeof typed) => (value: string) => setTyped((was) => ({ ...was, [id]: value }));
  const badge = signer ?? typed.badge;
  return (
    <Ask
      path={path}
      make={() => ({ body: { ...more, shown, note: typed.note, signs: { badge, pin: typed.pin } } })}
      ready={shown.length === shownKinds.length && typed.pin.length >= 4 && badge.length >= 3}
      done={() => {
        setShown([]);
        setTyped({ note: "", badge: "", pin: "" });
        done?.();
      }}
      words={t("people.signBoth")}
    >
      {children}
      <fieldset className="md:col-span-2">
        <legend className="font-semibold">{t("people.wasShown")}</legend>
        {shownKinds.map((kind) => (
          <CheckBox
            key={kind}
            checked={shown.includes(kind)}
            onCheck={(on) => setShown((was) => withOne(was, kind, on))}
          >
            {t(`people.shown.${kind}`)}
          </CheckBox>
        ))}
      </fieldset>
      <div className="md:col-span-2">
        <Field words={t("people.note")}>
          <TextField
            value={typed.note}
            maxLength={400}
            onChange={(event) => set("note")(event.target.value)}
          />
        </Field>
      </div>
      {signer === undefined ? (
        <DigitsField
          is="badge"
          words={t("people.showerBadge")}
          hint={t("people.showerWho")}
          value={typed.badge}
          onType={set("badge")}
        />
      ) : null}
      <DigitsField
        is="pin"
        words={pinWords}
        hint={t("second.typesIt")}
        value={typed.pin}
        onType={set("pin")}
      />
    </Ask>
  );
}
