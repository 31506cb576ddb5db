/** What a kept report or certificate may be. */
export const documentKinds = ["application/pdf", "image/jpeg", "image/png"] as const;
export type DocumentKind = (typeof documentKinds)[number];
