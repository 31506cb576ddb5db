import { useTranslations } from "next-intl";
import { TextField } from "@/kit/field";
import { Field } from "./ask";

/** A badge number or a PIN: digits alone come in, however they are typed or pasted. A PIN is not shown. */
export function DigitsField({
  is,
  words,
  hint,
  value,
  onType,
}: {
  is: "badge" | "pin" | "new_pin";
  words: string;
  hint?: string;
  value: string;
  onType: (digits: string) => void;
}) {
  const most = is === "badge" ? 8 : 12;
  return (
    <Field words={words} {...(hint === undefined ? {} : { hint })}>
      <TextField
        type={is === "badge" ? "text" : "password"}
        inputMode="numeric"
        autoComplete={is === "new_pin" ? "new-password" : "off"}
        value={value}
        onChange={({ target }) => onType(target.value.replace(/\D/g, "").slice(0, most))}
      />
    </Field>
  );
}

/** The badge and PIN of a second person at the same screen, who types them. */
export function SecondFields({
  second,
  onType,
}: {
  second: { readonly badge: string; readonly pin: string };
  onType: (second: { readonly badge: string; readonly pin: string }) => void;
}) {
  const t = useTranslations();
  return (
    <>
      <DigitsField
        is="badge"
        words={t("second.badge")}
        value={second.badge}
        onType={(badge) => onType({ ...second, badge })}
      />
      <DigitsField
        is="pin"
        words={t("second.pin")}
        hint={t("second.typesIt")}
        value={second.pin}
        onType={(pin) => onType({ ...second, pin })}
      />
    </>
  );
}
