import { expose } from "comlink";
import { shrink } from "./shrink";

const worker = { shrink };
export type ShrinkWorker = typeof worker;

expose(worker);
