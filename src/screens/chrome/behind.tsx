"use client";
import dynamic from "next/dynamic";

const KeptApp = dynamic(() => import("./kept-app").then((m) => m.KeptApp), { ssr: false });
const OutboxStrip = dynamic(() => import("../outbox/outbox-strip").then((m) => m.OutboxStrip), {
  ssr: false,
});

/** What runs behind every page: it is read once the page itself stands. */
export const Behind = () => (
  <>
    <KeptApp />
    <OutboxStrip />
  </>
);
