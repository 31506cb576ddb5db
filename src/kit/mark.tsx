import type { Grade } from "@/core/vocabulary/grades";
export type MarkKind = Grade | "open" | "skipped" | "not_fitted" | "place";

const tones: Readonly<Record<MarkKind, string>> = {
  fine: "text-moss",
  put_right: "text-watch",
  watch: "text-watch",
  repair_by: "text-ink",
  tag_out: "text-tag",
  open: "text-ink3",
  skipped: "text-ink",
  not_fitted: "text-ink3",
  place: "text-ink",
};

/** The square that stands for a grade or state: always beside its word. Drawn in the current colour. */
export function Square({ kind, size = 20 }: { kind: MarkKind; size?: number }) {
  return (
    <svg
      viewBox="0 0 20 20"
      width={size}
      height={size}
      aria-hidden="true"
      className="shrink-0"
      fill="none"
      stroke="currentColor"
      strokeWidth="2.5"
    >
      {shapes[kind]}
    </svg>
  );
}

const frame = <rect x="1.25" y="1.25" width="17.5" height="17.5" />;
const shapes: Readonly<Record<MarkKind, React.ReactNode>> = {
  fine: <rect x="1" y="1" width="18" height="18" fill="currentColor" stroke="none" />,
  put_right: (
    <>
      {frame}
      <path d="M1 10h18v9H1z" fill="currentColor" stroke="none" />
    </>
  ),
  watch: (
    <>
      {frame}
      <path d="M1 19V1l18 18z" fill="currentColor" stroke="none" />
    </>
  ),
  repair_by: <path d="M1 1h11v7h7v11H1z" fill="currentColor" stroke="none" />,
  tag_out: (
    <>
      {frame}
      <path d="M2 2l16 16M18 2L2 18" />
    </>
  ),
  open: frame,
  skipped: (
    <>
      {frame}
      <path d="M3 10h14" />
    </>
  ),
  not_fitted: <rect x="1.25" y="1.25" width="17.5" height="17.5" strokeDasharray="2 3" />,
  place: <path d="M10 1.5L18.5 10 10 18.5 1.5 10z" />,
};

/** A mark with its word: never colour alone. */
export function Mark({ kind, children }: { kind: MarkKind; children: React.ReactNode }) {
  return (
    <span className={`inline-flex items-center gap-2 font-semibold ${tones[kind]}`}>
      <Square kind={kind} />
      <span>{children}</span>
    </span>
  );
}
