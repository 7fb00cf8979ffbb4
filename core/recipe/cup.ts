import { call, difference, given, product, quotient, sum, type Figure } from '../figures'
import {
  atTemperature,
  drinkNumbers,
  ingredientStream,
  melted,
  mixed,
  settled,
  SIP,
  waterStream,
  type Stream,
} from '../process'
import { INDEX, WET_SHARE } from '../substances'
import type { SipConditions } from './context'
import type { Serve } from './document'
import { ingredientShares, mixFigures, type MixFigures, type Part } from './mix-figures'

/** The cup while it is drunk. */
export interface Sip {
  /** ice gone by then, g */
  melted: Figure
  mix: MixFigures
  /** what the ice that is left pushes up, mL: floating ice displaces its own mass */
  displaced: Figure
  /** drink and displaced ice together, mL */
  filled: Figure
}

export interface CupFigures {
  displaced: Figure
  filled: Figure
  /** that floats before anything melts, g: none where it is blended in, and not the water on it */
  ice: Figure
  melted: Figure
  firstSip: MixFigures
  lastSip: MixFigures
  /** the cup after this share (0 to 1) of the time from the first sip to the last */
  sipAt(share: number): Sip
}

const MELTWATER = ingredientStream(
  { key: 'meltwater', kind: 'water', composition: {}, source: 'source.definition' },
  1,
  0,
)
const WATER_SHARES = ingredientShares(MELTWATER, 'source.definition', { name: 'meltwater' })

/** mL over a line that nobody sees. */
const UNSEEN_ML = 0.5
/** Whether a cup stands over a line: the fill line, or the brim. */
export const isOver = (filledMl: number, lineMl: number): boolean => filledMl > lineMl + UNSEEN_ML

/** What is in a cup before anybody drinks: the jug, with the water that came along with its ice. */
interface Start {
  stream: Stream
  parts: readonly Part[]
  /** ice that is scooped in and floats, without the water on it */
  ice: Figure
}

/**
 * The figures of one cup, each made when it is first read: a menu asks for few of them. The first sip is the drink as
 * it is poured, after it is shaken with its ice, or blended with it; the last one comes after the stand's time in the
 * stand's room.
 */
export class Cup implements CupFigures {
  private memo = new Map<string, unknown>()
  private readonly sip: SipConditions

  constructor(
    private readonly serve: Serve,
    private readonly jugParts: readonly Part[],
    private readonly jug: Stream,
    sip: SipConditions | undefined,
  ) {
    this.sip = sip ?? SIP
  }
  private once<T>(name: string, make: () => T): T {
    if (!this.memo.has(name)) this.memo.set(name, make())
    return this.memo.get(name) as T
  }
  private get start(): Start {
    return this.once('start', () => {
      const { iceG, iceTempC, pouredTempC, iceShape = 'cube', way = 'poured' } = this.serve
      // A drink with ice in it is as cold as that; any other comes out of the fridge.
      const poured = this.jug.iceG > 0 ? this.jug : atTemperature(this.jug, pouredTempC)
      const scooped = given('mass-of', iceG, 'g', 'measured', 'source.recipe', { name: 'ice' })
      const wetG = iceG * WET_SHARE[iceShape]
      const isBlended = way === 'blended' && iceG > 0
      if (!(wetG > 0) && !isBlended) return { stream: poured, parts: this.jugParts, ice: scooped }
      const wetShare = given('wet-share', WET_SHARE[iceShape], '1', 'default', 'source.ice-shape')
      const water = product('water-on-ice', 'g', [scooped, wetShare])
      const ice = wetG > 0 ? difference('ice', 'g', scooped, water) : scooped
      const wet = wetG > 0 ? [{ stream: waterStream(wetG, 0), part: meltwater(water) }] : []
      const frozen = { ...waterStream(ice.value, iceTempC), iceG: ice.value }
      const blended = isBlended ? [{ stream: frozen, part: meltwater(ice) }] : []
      const more = [...wet, ...blended]
      return {
        stream: mixed([poured, ...more.map((m) => m.stream)]),
        parts: [...this.jugParts, ...more.map((m) => m.part)],
        // What is blended in is part of the drink.
        ice: isBlended ? given('mass-of', 0, 'g', 'measured', 'source.recipe', { name: 'ice' }) : ice,
      }
    })
  }
  get ice(): Figure {
    return this.start.ice
  }
  private get poured(): Stream {
    return this.start.stream
  }
  private get pouredTemp(): Figure {
    return this.once('poured', () => {
      const isMixed = this.start.parts.length > this.jugParts.length
      const source = this.poured.iceG > 0 ? 'source.freezing' : isMixed ? 'source.process' : 'source.poured'
      return given('temperature', this.poured.tempC, '°C', 'default', source)
    })
  }
  private get isShaken(): boolean {
    return this.serve.way === 'shaken' && this.start.ice.value > 0
  }
  /** °C of all of the ice: that of the drink is as cold as the drink. */
  private get iceTempC(): number {
    const [ownG, cupG] = [this.poured.iceG, this.start.ice.value]
    return ownG > 0
      ? (ownG * Math.min(0, this.poured.tempC) + cupG * this.serve.iceTempC) / (ownG + cupG)
      : this.serve.iceTempC
  }
  /** What ice and room do to the drink, as the sums ask for it: until the last sip, or while it is shaken. */
  private meltArgs(isLast: boolean): Figure[] {
    return this.once(`melt-${isLast}`, () => {
      const n = drinkNumbers(this.poured)
      const leaf = (label: string, value: number, unit: Figure['unit'], source: string): Figure =>
        given(label, value, unit, 'estimated', source)
      return [
        leaf('mass', n.massG, 'g', 'source.process'),
        leaf('heat-capacity', n.cp, 'kJ/(kg K)', 'source.heat-capacity'),
        this.pouredTemp,
        leaf('water', n.waterG, 'g', 'source.composition'),
        leaf('solute-amount', n.soluteMol, 'mol', 'source.composition'),
        this.poured.iceG > 0
          ? sum('ice', 'g', [this.start.ice, leaf('ice-in-drink', this.poured.iceG, 'g', 'source.freezing')])
          : this.start.ice,
        this.poured.iceG > 0
          ? leaf('ice-temperature', this.iceTempC, '°C', 'source.freezing')
          : given('ice-temperature', this.iceTempC, '°C', 'default', 'source.recipe'),
        given('param-cup-w-per-k', this.sip.cupWPerK, 'W/K', 'default', 'source.cup-heat'),
        given('param-room-c', this.sip.roomC, '°C', 'default', 'source.stand'),
        isLast
          ? given('param-minutes', this.sip.minutes, 'min', 'default', 'source.stand')
          : given('param-minutes', 0, 'min', 'default', 'source.shaken'),
      ]
    })
  }
  /** g of ice of the drink itself after so many minutes, what melted into it counted. */
  private ownIceAfter(minutes: number): number {
    return this.once(`own-${minutes}`, () => {
      if (!(this.poured.iceG > 0)) return 0
      const { left } = melted(
        { ...this.poured, iceG: 0, amountsG: withWater(this.poured, -this.poured.iceG) },
        {
          iceG: this.start.ice.value + this.poured.iceG,
          iceTempC: this.iceTempC,
          minutes,
          roomC: this.sip.roomC,
          wPerK: this.sip.cupWPerK,
        },
      )
      // The drink's own ice is part of it as long as there is any.
      return Math.min(this.poured.iceG, left.stream.iceG)
    })
  }
  get melted(): Figure {
    return this.once('melted', () => call('ice-melted', 'g', 'ice-melted', this.meltArgs(true)))
  }
  /** What had melted when it was handed over, and how cold it was: something where it was shaken. */
  private get handed(): { melted: Figure | null; temp: Figure } {
    return this.once('handed', () =>
      this.isShaken
        ? {
            melted: call('ice-melted', 'g', 'ice-melted', this.meltArgs(false)),
            temp: call('temperature', '°C', 'temperature-after-melt', this.meltArgs(false)),
          }
        : { melted: null, temp: this.pouredTemp },
    )
  }
  get firstSip(): MixFigures {
    return this.once('first', () => {
      const { melted: gone, temp } = this.handed
      return gone ? this.mixOf(0, gone, temp) : mixFigures(this.start.parts, temp, this.poured)
    })
  }
  get lastSip(): MixFigures {
    return this.sipAt(1).mix
  }
  get displaced(): Figure {
    return this.sipAt(0).displaced
  }
  get filled(): Figure {
    return this.sipAt(0).filled
  }
  sipAt(share: number): Sip {
    return this.once(`sip-${share}`, () => {
      const of = given('share-of-time', share, '1', 'measured', 'source.slider')
      const gone = this.goneAt(share, of)
      const mix = share === 0 ? this.firstSip : this.mixOf(share, gone, this.tempAt(share, of))
      const density = call('density', 'g/mL', 'solution-density', [mix.dissolved, mix.temp])
      const displaced = quotient('displaced', 'mL', this.floating(share, gone), density)
      return { melted: gone, mix, displaced, filled: sum('filled', 'mL', [mix.volume, displaced]) }
    })
  }
  private goneAt(share: number, of: Figure): Figure {
    if (share === 1) return this.melted
    const before = this.handed.melted
    if (!before) return product('ice-melted-so-far', 'g', [this.melted, of])
    if (share === 0) return before
    const since = product('ice-melted-so-far', 'g', [difference('ice-melted', 'g', this.melted, before), of])
    return sum('ice-melted-so-far', 'g', [before, since])
  }
  private tempAt(share: number, of: Figure): Figure {
    const atEnd = call('temperature', '°C', 'temperature-after-melt', this.meltArgs(true))
    if (share === 1) return atEnd
    const { temp } = this.handed
    const change = product('temperature-change', '°C', [difference('temperature-change', '°C', atEnd, temp), of])
    return sum('temperature', '°C', [temp, change])
  }
  /** g of the cup's own ice that still float. */
  private floating(share: number, gone: Figure): Figure {
    const { ice } = this.start
    if ((share === 0 && !this.isShaken) || ice.value <= 0) return ice
    return call('ice-left', 'g', 'at-least-zero', [difference('ice-left', 'g', ice, gone)])
  }
  private mixOf(share: number, gone: Figure, temp: Figure): MixFigures {
    const { stream, parts } = this.start
    const [first, last] = [
      this.isShaken ? this.ownIceAfter(0) : stream.iceG,
      stream.iceG > 0 ? this.ownIceAfter(this.sip.minutes) : 0,
    ]
    const ownG = first + (last - first) * share
    // What melted of the drink's own ice was in it all along.
    const cupGoneG = gone.value - (stream.iceG - ownG)
    const drink = settled(withWater(stream, cupGoneG), temp.value, ownG, stream.crystals)
    if (stream.iceG <= 0) return mixFigures([...parts, meltwater(gone)], temp, drink)
    const ofCup = given('ice-melted-so-far', cupGoneG, 'g', 'estimated', 'source.freezing')
    return mixFigures(Math.abs(cupGoneG) > 1e-9 ? [...parts, meltwater(ofCup)] : parts, temp, drink)
  }
}

const meltwater = (mass: Figure): Part => ({
  name: 'meltwater',
  mass,
  shares: WATER_SHARES,
  params: { name: 'meltwater' },
})

function withWater(s: Stream, grams: number): number[] {
  const amountsG = s.amountsG.slice()
  amountsG[INDEX.water]! += grams
  return amountsG
}
