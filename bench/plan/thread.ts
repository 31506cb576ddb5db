import { parentPort, workerData } from "node:worker_threads";
import { checkBatch } from "./random-plans";

/** One of the bench's threads: checks the batch it is given and posts what it saw. */
parentPort?.postMessage(checkBatch(workerData));
