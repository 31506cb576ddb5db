import { displayIn } from "@/contract/display";
import { awayWords, problemWords } from "@/server/http/problem-words";

const look =
  ":root{color-scheme:light dark}body{font:20px/1.4 system-ui,sans-serif;max-width:34em;margin:0 auto;padding:2em;background:#f7f5ef;color:#141e2e}@media(prefers-color-scheme:dark){body{background:#141e2e;color:#f7f5ef}}a{display:inline-block;border:3px solid;padding:.7em 1.4em;font-weight:700;color:inherit;text-decoration:none}";

/** A plain page for when the database is away: no script, and nothing of it has to be asked for. */
export function awayPage(cookie: string): string {
  const { language } = displayIn(cookie);
  const title = problemWords[language]["database-away"].split(/[;.]/, 1)[0] ?? "";
  const { help, again } = awayWords[language];
  return `<!doctype html><html lang="${language}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>${title}</title><style>${look}</style></head><body><h1>${title}</h1><p>${help}</p><p><a href="">${again}</a></p></body></html>`;
}
