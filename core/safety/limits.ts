/** Below this pH open food at high water activity is called acid: FDA Food Code 1-201.10, table B (memory). */
export const ACID_ENOUGH_PH = 4.2
/** Cold enough to hold, °C: FDA Food Code 3-501.16 (memory). */
export const COLD_C = 5
