import type { ReactNode } from "react";
import { buttonLook } from "./button";
import { Link } from "./link";

/** The way to the next page of a list; nothing where there is none. */
export function Further({ next, children }: { next: string | undefined; children: ReactNode }) {
  if (next === undefined) return null;
  return (
    <p className="py-4">
      <Link href={next} className={buttonLook("small")}>
        {children}
      </Link>
    </p>
  );
}
