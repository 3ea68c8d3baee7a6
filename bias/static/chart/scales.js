// From which size of a cell, in dots, what is drawn; and which signs are plain strokes.
export const SIGNS_FROM = 9;
export const PLAIN_FROM = 13;
export const GRID_FROM = 5;
export const SLANT_CELLS_FROM = 6;
/** Milliseconds without a movement after which the still picture is drawn. */
export const STILL_AFTER = 130;
export const STROKES = { "M50 14V86": "up", "M16 50H84": "flat" };
