/** What batches are made with, beside knives, boards and vessels. */
export const EQUIPMENT_KINDS = ['burner', 'microwave', 'jar', 'fridge', 'dispenser', 'scale'] as const
export type EquipmentKind = (typeof EQUIPMENT_KINDS)[number]
/** A burner and an oven are known by their watts, a scale by its grams, the others by what goes in. */
export const isRated = (kind: EquipmentKind): boolean => kind === 'burner' || kind === 'microwave'
