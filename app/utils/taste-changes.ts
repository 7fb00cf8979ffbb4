/** Counts up whenever somebody told something of a panel. By itself: the line does not fetch what Taste needs. */
export const tasteChanges = ref(0)
