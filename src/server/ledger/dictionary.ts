import lines from "./dictionary.json";

/**
 * Words that the events of nearly every walk hold, by which they are packed. What is packed can be unpacked with these very
 * words only: nothing in them is ever changed. Newer words are packed without.
 */
export const dictionary: string = lines.join(" ").replaceAll(" ", '","');
