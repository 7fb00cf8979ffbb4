/**
 * Names that people gave: own ingredients and recipes. Set once the stores are there, so that the door does without
 * them.
 */
export const ownName = shallowRef<(key: string) => string | undefined>(() => undefined)
