import { join } from "node:path";
import { Font } from "@react-pdf/renderer";

let registered = false;

/** Makes the app's own face known to the PDF renderer, once. Words are never hyphenated. */
export function registerFace(): void {
  if (registered) return;
  registered = true;
  const folder = join(process.cwd(), "node_modules", "@fontsource", "atkinson-hyperlegible-next", "files");
  Font.register({
    family: "Atkinson",
    fonts: [
      { src: join(folder, "atkinson-hyperlegible-next-latin-400-normal.woff"), fontWeight: 400 },
      { src: join(folder, "atkinson-hyperlegible-next-latin-700-normal.woff"), fontWeight: 700 },
    ],
  });
  Font.registerHyphenationCallback((word) => [word]);
}
