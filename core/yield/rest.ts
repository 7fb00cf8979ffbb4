/** g or mL below which what is left of a lot is rounding: the books call it used up. */
export const NOTHING = 0.01
/** g or mL below which nobody can weigh a rest out: it is not shown. */
const LEAST_SHOWN = 0.5
/** g of fruit in a crate that nobody presses any more. Common practice, no source. */
const CRUMBS_G = 50

/** Whether a rest is still there to be shown and used. @param onHand g or mL */
export const isShown = (onHand: number): boolean => onHand > LEAST_SHOWN
/** Whether what is left in a crate is worth pressing. @param onHandG g */
export const isPressable = (onHandG: number): boolean => onHandG > CRUMBS_G
