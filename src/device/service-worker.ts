/// <reference lib="webworker" />
import { type PrecacheEntry, Serwist } from "serwist";

declare const self: ServiceWorkerGlobalScope & { __SW_MANIFEST: (PrecacheEntry | string)[] };

/** Asked of a new version that waits, by a page that knows no walk to be open on this device. */
export interface TakeOver {
  readonly type: "take over";
}

/**
 * Keeps the app itself on the device. A walk opens from what is kept, signal or not, by the version it was begun with;
 * any other page comes from the server, and where that is not reached from the page that says what is kept here.
 * It keeps none of the server's data: the local store does, each walk with its owner.
 */
const serwist = new Serwist({
  precacheEntries: self.__SW_MANIFEST,
  precacheOptions: { cleanupOutdatedCaches: true },
  skipWaiting: false,
  clientsClaim: true,
  navigationPreload: false,
});

const isSurvey = ({ pathname }: URL): boolean => /^\/units\/[^/]+\/survey$/.test(pathname);
const isWalk = ({ pathname }: URL): boolean => pathname.startsWith("/inspect/");

serwist.registerCapture(
  ({ request, url, sameOrigin }) => sameOrigin && request.mode === "navigate" && isWalk(url),
  async ({ request }) => (await serwist.matchPrecache("/inspect")) ?? fetch(request),
);

serwist.registerCapture(
  ({ request, url, sameOrigin }) => sameOrigin && request.mode === "navigate" && !isWalk(url),
  async ({ request, url }) => {
    try {
      return await fetch(request);
    } catch (unreached) {
      const here = await serwist.matchPrecache(isSurvey(url) ? "/survey" : "/here");
      if (here === undefined) throw unreached;
      return here;
    }
  },
);

// A worker's script finds what to load in the address it was asked by. An answer as it was kept has an address of its own,
// without that part; one made anew has none, and the worker goes by the one it was asked by. Before all else: what is
// kept would be given as it is.
self.addEventListener("fetch", (event) => {
  const { request } = event;
  if (request.destination !== "worker") return;
  event.stopImmediatePropagation();
  event.respondWith(scriptOf(request));
});

async function scriptOf(request: Request): Promise<Response> {
  const kept = await serwist.matchPrecache(request.url.split("#")[0] ?? request.url);
  return kept === undefined ? fetch(request) : new Response(kept.body, { headers: kept.headers });
}

serwist.addEventListeners();

self.addEventListener("message", (event) => {
  if ((event.data as TakeOver | undefined)?.type === "take over") event.waitUntil(self.skipWaiting());
});
