import type { ReactNode } from "react";

/** A box to tick, with its words: all of it can be touched, with gloves. */
export const CheckBox = ({
  checked,
  onCheck,
  className = "",
  children,
}: {
  checked: boolean;
  onCheck: (checked: boolean) => void;
  className?: string;
  children: ReactNode;
}) => (
  <label className={`flex min-h-[48px] items-center gap-2.5 ${className}`}>
    <input
      type="checkbox"
      className="size-6 shrink-0"
      checked={checked}
      onChange={(event) => onCheck(event.target.checked)}
    />
    <span className="min-w-0 flex-1">{children}</span>
  </label>
);

/** A list with one thing in it, or without. */
export const withOne = <One,>(list: readonly One[], one: One, has: boolean): readonly One[] =>
  has ? [...list.filter((other) => other !== one), one] : list.filter((other) => other !== one);
