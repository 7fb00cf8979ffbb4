// The line protocol of a bench, as in docs/devices.md: text over TCP, one reading a line.

export const DEVICES = ['scale', 'probe', 'refractometer'] as const
export type Device = (typeof DEVICES)[number]
/** What a device may say its number in. */
export const UNITS: Readonly<Record<Device, readonly string[]>> = {
  scale: ['g', 'kg', 'oz', 'lb'],
  probe: ['C', 'F'],
  refractometer: ['Bx'],
}
export const GREETING = 'hello olvex-bench 1'
/** Longer lines are noise; what has no end is cut off here. */
export const MOST_LINE = 120

export type Line = { device: Device; steady: boolean; value: number; unit: string } | { device: Device; gone: true }

/** One line, or null for what is not one: unknown device, no number, a unit that is not the device's. */
export function parseLine(text: string): Line | null {
  const [device, mark, value, unit, ...rest] = text.trim().split(/\s+/)
  if (!DEVICES.includes(device as Device) || rest.length) return null
  if (mark === 'gone' && value === undefined) return { device: device as Device, gone: true }
  if (
    (mark !== '=' && mark !== '~') ||
    !value ||
    !/^-?\d{1,7}(\.\d{1,4})?$/.test(value) ||
    !unit ||
    !UNITS[device as Device].includes(unit)
  )
    return null
  return { device: device as Device, steady: mark === '=', value: Number(value), unit }
}
export const formatLine = (device: Device, steady: boolean, value: number, digits: number, unit: string): string =>
  `${device} ${steady ? '=' : '~'} ${value.toFixed(digits)} ${unit}`

/** Where a stand's bench is: the one that ships with the app, or a host and port of the stand's own. */
export const isBenchAddress = (text: string): boolean =>
  text === 'simulated' ||
  (/^[A-Za-z0-9.-]{1,100}:\d{1,5}$/.test(text) && Number(text.split(':')[1]) > 0 && Number(text.split(':')[1]) < 65536)
