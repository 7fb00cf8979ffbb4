/** What preps are made with, beside knives, boards and vessels. */
export const EQUIPMENT_KINDS = ['burner', 'microwave', 'jar', 'fridge'] as const
export type EquipmentKind = (typeof EQUIPMENT_KINDS)[number]
/** A burner and an oven are known by their watts, the others by what goes in. */
export const isRated = (kind: EquipmentKind): boolean => kind === 'burner' || kind === 'microwave'
