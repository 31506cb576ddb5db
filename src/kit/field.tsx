import type { InputHTMLAttributes, SelectHTMLAttributes } from "react";

const box = "min-h-[48px] w-full border-2 border-ink bg-chalk px-2.5 disabled:border-ink3 disabled:text-ink3";

/** A one-line entry, tall enough for a thumb. */
export const TextField = ({ className = "", ...rest }: InputHTMLAttributes<HTMLInputElement>) => (
  <input type="text" className={`${box} ${className}`} {...rest} />
);

export const SelectField = ({ className = "", ...rest }: SelectHTMLAttributes<HTMLSelectElement>) => (
  <select className={`${box} ${className}`} {...rest} />
);

/** A few answers of which one holds, as squares side by side. */
export function OneOf<T extends string>({
  legend,
  value,
  options,
  disabled,
  onChange,
}: {
  legend: string;
  value: T;
  options: readonly (readonly [T, string])[];
  disabled?: boolean;
  onChange: (value: T) => void;
}) {
  return (
    <fieldset disabled={disabled} className="flex min-w-0">
      <legend className="sr-only">{legend}</legend>
      {options.map(([id, words]) => (
        <label
          key={id}
          className={`-ml-[2px] grid min-h-[48px] cursor-pointer place-items-center border-2 border-ink px-2.5 text-center leading-tight first-of-type:ml-0 has-focus-visible:outline-3 has-focus-visible:outline-offset-2 ${id === value ? "bg-ink font-semibold text-chalk" : "bg-chalk"}`}
        >
          <input
            type="radio"
            className="sr-only"
            checked={id === value}
            onChange={() => onChange(id)}
            aria-label={`${legend}: ${words}`}
          />
          {words}
        </label>
      ))}
    </fieldset>
  );
}
