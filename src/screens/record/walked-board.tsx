"use client";
import type { Sheet } from "@/core/sheet/sheet";
import { Board, type BoardStop } from "@/kit/board/board";

/** The board of a walk that has been made: its stops, and the way that was taken. */
export const WalkedBoard = ({ sheet, stops }: { sheet: Sheet; stops: readonly BoardStop[] }) => (
  <Board sheet={sheet} stops={stops} now={stops.length - 1} />
);
