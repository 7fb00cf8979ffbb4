import { call, difference, factor, given, product, quotient, sum, type Figure, type Unit } from '../figures'
import type { Stream } from '../process'
import { acidG, dissolvedG, fatG, fibreG, LEAST_ACID_SHARE, liquorG, massG, sugarsG, sweetnessG } from '../process'

/** The shares of a gram that the figures of a mixture are summed from. */
export const SHARES = ['sugars', 'acid', 'sweetness', 'dissolved', 'liquor', 'fibre', 'fat'] as const
export type Share = (typeof SHARES)[number]
const SHARE = Object.fromEntries(SHARES.map((s) => [s, `share-${s}`])) as Record<Share, string>

/** One part of a mixture: its mass, and what a gram of it holds. */
export interface Part {
  name: string
  mass: Figure
  readonly shares: Readonly<Record<Share, Figure>>
  params: Record<string, string | number>
}

/** The figures of one mixture, as in the jug, at the first sip or at the last. */
export interface MixFigures {
  mass: Figure
  volume: Figure
  brix: Figure
  dissolved: Figure
  sugars: Figure
  acid: Figure
  /** g per 100 mL, as citric acid */
  ta: Figure
  /** g sugars to 1 g acid; null where there is next to no acid */
  ratio: Figure | null
  /** g sucrose equivalent per 100 mL */
  sweetness: Figure
  temp: Figure
}

const READ: Record<Share, (s: Stream) => number> = {
  sugars: sugarsG,
  acid: acidG,
  sweetness: sweetnessG,
  dissolved: (s) => dissolvedG(s) + s.undissolvedG,
  liquor: (s) => liquorG(s) + s.undissolvedG + s.iceG,
  fibre: fibreG,
  fat: fatG,
}

/** What a gram of an ingredient holds: leaves, with the source of its composition. */
export function ingredientShares(stream: Stream, source: string, params: Part['params']): Part['shares'] {
  const mass = massG(stream)
  const shares = {} as Record<Share, Figure>
  for (const s of SHARES) {
    shares[s] = given(SHARE[s], mass > 0 ? READ[s](stream) / mass : 0, '1', 'default', source, params)
  }
  return shares
}

/**
 * What a gram of a prep holds: its own totals over its own mass, so that the sum opens on into the prep. Each is made
 * when it is first read.
 */
export const prepShares = (parts: readonly Part[], params: Part['params']): Part['shares'] => new Shares(parts, params)

class Shares {
  private readonly made: Partial<Record<Share | 'mass', Figure>> = {}
  constructor(
    private readonly parts: readonly Part[],
    private readonly params: Part['params'],
  ) {}
  private of(share: Share): Figure {
    const mass = (this.made.mass ??= totalMass(this.parts))
    return (this.made[share] ??= quotient(SHARE[share], '1', shareTotal(this.parts, share), mass, this.params))
  }
  get sugars(): Figure {
    return this.of('sugars')
  }
  get acid(): Figure {
    return this.of('acid')
  }
  get sweetness(): Figure {
    return this.of('sweetness')
  }
  get dissolved(): Figure {
    return this.of('dissolved')
  }
  get liquor(): Figure {
    return this.of('liquor')
  }
  get fibre(): Figure {
    return this.of('fibre')
  }
  get fat(): Figure {
    return this.of('fat')
  }
}

const totalMass = (parts: readonly Part[]) =>
  sum(
    'mass',
    'g',
    parts.map((p) => p.mass),
  )

/** g of `share` that one part brings. */
export const partShare = (part: Part, share: Share): Figure =>
  product(PART[share], 'g', [part.mass, part.shares[share]], part.params)
const PART = Object.fromEntries(SHARES.map((s) => [s, `part-${s}`])) as Record<Share, string>

function shareTotal(parts: readonly Part[], share: Share): Figure {
  // Parts that bring none are left out: a sum is read by people.
  const terms: Figure[] = []
  for (const part of parts) if (part.shares[share].value > 0) terms.push(partShare(part, share))
  return sum(share, 'g', terms)
}

/** Of nothing there is nothing in 100: a glass of ice alone has no liquor. */
const per100 = (label: string, unit: Unit, a: Figure, b: Figure) =>
  b.value > 0
    ? product(label, unit, [factor(100), quotient('quotient', '1', a, b)])
    : given(label, 0, unit, 'estimated', 'source.composition')

/** What of a mixture is no liquor: sugar on the bottom, and ice. */
export type Solid = Pick<Stream, 'undissolvedG' | 'iceG'>

/** The figures of a mixture from its parts, and from what of it lies on the bottom or is frozen. */
export const mixFigures = (parts: readonly Part[], temp: Figure, solid: Solid): MixFigures =>
  new Mixture(parts, temp, solid)

/** Names of the figures of a mixture, for whoever reads all of them. */
export const MIX_FIGURES = [
  'mass',
  'volume',
  'brix',
  'dissolved',
  'sugars',
  'acid',
  'ta',
  'ratio',
  'sweetness',
  'temp',
] as const satisfies readonly (keyof MixFigures)[]

/** Each figure is made when it is first read: a menu asks for few of them, and a sum is made of many. */
class Mixture implements MixFigures {
  private readonly made: Partial<Record<string, Figure>> = {}

  constructor(
    private readonly parts: readonly Part[],
    readonly temp: Figure,
    private readonly solid: Solid,
  ) {}

  private total(share: Share): Figure {
    return (this.made[share] ??= shareTotal(this.parts, share))
  }
  private get bottom(): Figure {
    return (this.made.bottom ??= given('undissolved', this.solid.undissolvedG, 'g', 'estimated', 'source.solubility'))
  }
  private get ice(): Figure {
    return (this.made.ice ??= given('ice', this.solid.iceG, 'g', 'estimated', 'source.freezing'))
  }
  private get dissolvedMass(): Figure {
    const all = this.total('dissolved')
    if (this.solid.undissolvedG <= 0) return all
    return (this.made.dissolvedMass ??= difference('dissolved', 'g', all, this.bottom))
  }
  private get liquor(): Figure {
    if (this.made.liquorOnly) return this.made.liquorOnly
    let liquor = this.total('liquor')
    if (this.solid.undissolvedG > 0) liquor = difference('liquor', 'g', liquor, this.bottom)
    if (this.solid.iceG > 0) liquor = difference('liquor', 'g', liquor, this.ice)
    return (this.made.liquorOnly = liquor)
  }
  get mass(): Figure {
    return (this.made.mass ??= totalMass(this.parts))
  }
  get sugars(): Figure {
    return this.total('sugars')
  }
  get acid(): Figure {
    return this.total('acid')
  }
  get dissolved(): Figure {
    return (this.made.percent ??= per100('dissolved-percent', '%', this.dissolvedMass, this.liquor))
  }
  get brix(): Figure {
    const acidPercent = (this.made.acidPercent ??= per100('acid-percent', '%', this.acid, this.liquor))
    return (this.made.brix ??= call('brix', '°Bx', 'brix-reading', [this.dissolved, acidPercent]))
  }
  get volume(): Figure {
    return (this.made.volume ??= call('volume', 'mL', 'mixture-volume', [
      this.liquor,
      this.dissolved,
      this.temp,
      this.total('fibre'),
      this.total('fat'),
      this.bottom,
      ...(this.solid.iceG > 0 ? [this.ice] : []),
    ]))
  }
  get ta(): Figure {
    return (this.made.ta ??= per100('ta', 'g/100 mL', this.acid, this.volume))
  }
  get ratio(): Figure | null {
    if (this.acid.value <= LEAST_ACID_SHARE * this.mass.value) return null
    return (this.made.ratio ??= quotient('ratio', '1', this.sugars, this.acid))
  }
  get sweetness(): Figure {
    return (this.made.sweetnessPer100 ??= per100('sweetness-per-100', 'g/100 mL', this.total('sweetness'), this.volume))
  }
}
