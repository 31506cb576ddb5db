import type { ReactNode } from "react";
import { Link } from "@/kit/link";
import { Plate } from "@/kit/plate";

/** The head of a page about one unit: its plate, which leads back to it, what the page is, and what stands beside that. */
export function UnitHead({ plate, title, children }: { plate: string; title: string; children?: ReactNode }) {
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
      <Link
        href={`/units/${encodeURIComponent(plate)}`}
        aria-label={plate}
        className="grid min-h-[48px] place-items-center"
      >
        <Plate size="large">{plate}</Plate>
      </Link>
      <h1 className="text-[28px] leading-tight font-bold">{title}</h1>
      {children}
    </div>
  );
}
