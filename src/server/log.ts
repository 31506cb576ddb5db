import { AsyncLocalStorage } from "node:async_hooks";
import pino from "pino";
import { setting } from "./config";

/** The request that is being answered, as every line logged on its way says. */
export interface Asked {
  readonly request: string;
  /** Who asks, once that is known. */
  person?: string;
}

// One for the process, whichever part of the server it was loaded by.
const holder = globalThis as { rookStepAsked?: AsyncLocalStorage<Asked> };
holder.rookStepAsked ??= new AsyncLocalStorage<Asked>();
/** Runs what answers a request, so that the log can tell whose it is. */
export const answering: AsyncLocalStorage<Asked> = holder.rookStepAsked;

/** One line of JSON each: when, how bad, of which request by whom, what. */
export const log = pino({
  level: setting("LOG_LEVEL"),
  base: null,
  timestamp: pino.stdTimeFunctions.isoTime,
  formatters: { level: (level) => ({ level }) },
  mixin: () => ({ ...answering.getStore() }),
});
