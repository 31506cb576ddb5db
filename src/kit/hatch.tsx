/** The fills drawings share: what is kept off, what is solid, the earth under a machine. */
const strokes = {
  kept_off: {
    sizePx: 9,
    turned: "rotate(45)",
    drawn: <path d="M0 0V9" stroke="var(--tag)" strokeWidth="3.5" opacity="0.5" />,
  },
  earth: {
    sizePx: 12,
    turned: "rotate(45)",
    drawn: <path d="M0 0V12" stroke="var(--ink-3)" strokeWidth="6" />,
  },
  solid: {
    sizePx: 8,
    turned: undefined,
    drawn: (
      <>
        <path d="M0 0H8V8H0z" fill="var(--chalk-2)" />
        <path d="M0 8L8 0" stroke="var(--ink-3)" strokeWidth="1" />
      </>
    ),
  },
} as const;

/** A fill by an id of its own, among the definitions of a drawing. */
export function Hatch({ id, kind }: { id: string; kind: keyof typeof strokes }) {
  const { sizePx, turned, drawn } = strokes[kind];
  return (
    <pattern id={id} width={sizePx} height={sizePx} patternUnits="userSpaceOnUse" patternTransform={turned}>
      {drawn}
    </pattern>
  );
}
