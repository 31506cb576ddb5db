/** A unit's number as it is painted on the machine. */
export function Plate({ children, size = "small" }: { children: string; size?: "small" | "large" }) {
  return (
    <span
      className={`inline-block whitespace-nowrap border-[2.5px] border-ink bg-chalk px-2.5 pb-0.5 font-bold tracking-wide text-ink ${size === "large" ? "text-[28px]" : "text-[19px]"}`}
    >
      {children}
    </span>
  );
}

/** Wide enough for each of these small plates, so that what stands beside them is in one line. */
export function plateWidth(plates: readonly string[]): string {
  const longest = Math.max(5, ...plates.map(({ length }) => length));
  return `${26 + Math.ceil(longest * 13)}px`;
}

/** The sign of the product: a rook's straight steps. */
export function Glyph() {
  return (
    <svg
      viewBox="0 0 30 30"
      width="30"
      height="30"
      fill="none"
      stroke="currentColor"
      strokeWidth="3"
      aria-hidden="true"
    >
      <path d="M3 27h24M6 27v-8h6v-6h6V6h6V3" />
      <path d="M3 3h6v4h4V3" />
    </svg>
  );
}

/** A caution, where the hazard is and before the step. */
export function Caution({ children }: { children: React.ReactNode }) {
  return <div className="border-[2.5px] border-ink px-3.5 py-2 font-medium">{children}</div>;
}
