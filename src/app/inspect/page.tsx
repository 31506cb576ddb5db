import { NextIntlClientProvider } from "next-intl";
import { messages } from "@/app/messages";
import { OpenWalk } from "@/screens/inspect/open-walk";

export const metadata = { title: "Inspect" };

/**
 * Every walk is opened by this one page, which holds nothing of any: a device keeps it and opens a walk without a
 * signal. `/inspect/:id` is written to it in `next.config.ts`.
 */
export default function InspectPage() {
  return (
    <NextIntlClientProvider messages={messages}>
      <OpenWalk />
    </NextIntlClientProvider>
  );
}
