import { z } from "zod";
import { sheetSchema } from "./sheet";

/**
 * The published JSON Schema (draft 2020-12) of a machine sheet, from the schema the app itself reads with. What
 * it cannot say (which family may have which feature, the second person) the app checks when a file comes in.
 */
export const sheetJsonSchema = (): Record<string, unknown> => ({
  $schema: "https://json-schema.org/draft/2020-12/schema",
  title: "Rook Step machine sheet",
  ...z.toJSONSchema(sheetSchema, { target: "draft-2020-12" }),
});
