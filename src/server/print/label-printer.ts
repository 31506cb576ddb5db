import { connect } from "node:net";
import { setting } from "@/server/config";
import { Problem } from "@/server/http/problem";
import { log } from "@/server/log";

/** A printer that has not taken a label by then will not. */
const takesWithinMs = 8_000;

/** Whether this yard has a label printer. */
export const hasLabelPrinter = (): boolean => setting("ROOK_STEP_LABEL_PRINTER") !== undefined;

/** The yard's label printer; throws where it has none. */
export function labelPrinter(): string {
  const address = setting("ROOK_STEP_LABEL_PRINTER");
  if (address === undefined)
    throw new Problem(
      409,
      "printer-away",
      "expected a label printer and the yard has none set; print the PDF, or write the number on a tag by hand",
    );
  return address;
}

/** Sends a label to a printer, which takes a PDF as it is on a raw TCP port. Throws where it is away or does not take it whole. */
export async function printLabel(address: string, pdf: Buffer): Promise<void> {
  const [host = "", port = ""] = address.split(":");
  await new Promise<void>((resolve, reject) => {
    const socket = connect({ host, port: Number(port) });
    const away = (error: Error) => {
      socket.destroy();
      log.warn({ error: String(error), address }, "a label was not printed");
      reject(
        new Problem(
          503,
          "printer-away",
          "the label printer does not answer; look at its power and paper, or write the number on a tag by hand",
        ),
      );
    };
    socket.setTimeout(takesWithinMs, () => away(new Error("no answer in time")));
    socket.on("error", away);
    // It has all of it once it closes its side without a word.
    socket.on("close", (failed) => (failed ? undefined : resolve()));
    socket.resume();
    socket.end(pdf);
  });
}
