import { Words } from "@/screens/chrome/words";
import { OpenAhead, OpenWalk } from "@/screens/inspect/open-walk";

export const metadata = { title: "Inspect" };

/**
 * Opens every walk, and contains the data of none: a device keeps this page and so opens a walk without a signal.
 * `next.config.ts` rewrites `/inspect/:id` to it.
 */
export default function InspectPage() {
  return (
    <>
      <OpenAhead />
      <Words>
        <OpenWalk />
      </Words>
    </>
  );
}
