"use client";

/** A number with its unit, typed with the tablet's keys for figures. */
export function NumberBox({
  label,
  shown,
  value,
  unit,
  invalid,
  onChange,
}: {
  label: string;
  /** Its label stands before it; else what it is stands beside it already. */
  shown?: "shown";
  value: string;
  unit: string;
  invalid: boolean;
  onChange: (next: string) => void;
}) {
  return (
    <label className="flex flex-wrap items-center gap-x-3 gap-y-1">
      <span className={shown === undefined ? "sr-only" : "font-semibold"}>{label}</span>
      <span className="flex min-h-[48px] items-center border-2 border-ink bg-chalk px-2.5 has-focus-visible:outline-[3px] has-focus-visible:outline-offset-3 has-focus-visible:outline-ink">
        <input
          inputMode="decimal"
          value={value}
          onChange={(event) => onChange(event.target.value)}
          className="w-16 bg-transparent text-right font-bold outline-none"
          aria-invalid={invalid}
        />
        <span className="ml-1.5 text-ink2">{unit}</span>
      </span>
    </label>
  );
}
