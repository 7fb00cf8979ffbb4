/**
 * Something wrong (a limit) or worth a second look (a doubt): a code, the field it is about, and the numbers of the
 * sentence.
 */
export interface Finding {
  code: string
  field: string
  numbers: Record<string, number>
}
export interface Findings {
  limits: Finding[]
  doubts: Finding[]
}

/**
 * The verdict on findings: a limit refuses; a doubt asks until it is confirmed by its code; nothing else stands in the
 * way.
 */
export function verdictOn(
  found: { limits: readonly Finding[]; doubts: readonly Finding[] },
  confirmed: readonly string[],
): { code: 'invalid' | 'needs-confirmation'; errors: Finding[] } | null {
  if (found.limits.length) return { code: 'invalid', errors: [...found.limits] }
  const open = found.doubts.filter((d) => !confirmed.includes(d.code))
  return open.length ? { code: 'needs-confirmation', errors: open } : null
}
