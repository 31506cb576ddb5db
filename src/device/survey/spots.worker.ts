import { expose } from "comlink";
import { bestSpots, type SpotFound, type SpotQuestion } from "@/core/survey/spots";

/** Searches for the best spot off the page's own thread. */
const worker = {
  open(): void {},
  find: (question: SpotQuestion): readonly SpotFound[] => bestSpots(question),
};

export type SpotsWorker = typeof worker;

expose(worker);
