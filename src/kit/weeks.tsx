import type { WeekMark } from "@/core/periodic/strip";

const fills: Readonly<Record<WeekMark, React.ReactNode>> = {
  open: <rect x="1" y="1" width="18" height="18" stroke="var(--line)" strokeWidth="1.5" />,
  may: (
    <>
      <rect x="1.25" y="1.25" width="17.5" height="17.5" strokeWidth="1.5" />
      <path d="M1 19L19 1M1 10L10 1M10 19l9-9" strokeWidth="1.5" />
    </>
  ),
  due: <path d="M1 1h11v7h7v11H1z" fill="currentColor" stroke="none" />,
  planned: (
    <>
      <rect x="1.25" y="1.25" width="17.5" height="17.5" strokeWidth="2.5" />
      <rect x="6.5" y="6.5" width="7" height="7" fill="currentColor" stroke="none" />
    </>
  ),
  overdue: (
    <>
      <rect x="1.25" y="1.25" width="17.5" height="17.5" strokeWidth="2.5" />
      <path d="M2 2l16 16M18 2L2 18" strokeWidth="2.5" />
    </>
  ),
};

/** One week as a square. */
export function WeekSquare({ mark }: { mark: WeekMark }) {
  return (
    <svg
      viewBox="0 0 20 20"
      aria-hidden="true"
      className={`w-5 min-w-2.5 ${mark === "overdue" ? "text-tag" : "text-ink"}`}
      fill="none"
      stroke="currentColor"
    >
      {fills[mark]}
    </svg>
  );
}

/** The weeks to come, a square each, the present one first: always beside the words of what falls due. */
export function Weeks({ weeks }: { weeks: readonly WeekMark[] }) {
  return (
    <span className="flex min-w-0 gap-[3px]" aria-hidden="true">
      {weeks.map((mark, week) => (
        // A strip never changes its order: a week's place is its name.
        // biome-ignore lint/suspicious/noArrayIndexKey: see above
        <WeekSquare key={week} mark={mark} />
      ))}
    </span>
  );
}
