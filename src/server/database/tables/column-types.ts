import type { ColumnType } from "kysely";

/** A JSON column: an object when read, text when written (so that arrays are not taken for SQL arrays). */
export type Json<T> = ColumnType<T, string, string>;
export type Time = ColumnType<Date, Date | string, Date | string>;
