import { Glyph } from "@/kit/plate";

/** Shown while a view is read from the server. */
export default function Loading() {
  return (
    <main
      aria-busy="true"
      className="graph-paper grid min-h-dvh place-items-center bg-[size:52px_52px] text-ink3"
    >
      <Glyph />
    </main>
  );
}
