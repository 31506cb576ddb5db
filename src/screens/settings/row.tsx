/** One thing among the settings: its name, struck where it is of use no more, and what there is to say or do about it. */
export function Row({
  name,
  struck = false,
  children,
}: {
  name: React.ReactNode;
  struck?: boolean;
  children: React.ReactNode;
}) {
  return (
    <li className="flex min-h-[60px] flex-wrap items-center justify-between gap-3 border-b border-line py-1.5">
      <span className={struck ? "text-ink3 line-through" : ""}>{name}</span>
      <span className="flex flex-wrap items-center gap-3 text-ink2">{children}</span>
    </li>
  );
}
