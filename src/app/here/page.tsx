import { HereView } from "@/screens/here/here-view";

export const metadata = { title: "No signal" };

/** What a device shows where no page can be reached. It contains no data of anybody. */
export default function HerePage() {
  return <HereView />;
}
