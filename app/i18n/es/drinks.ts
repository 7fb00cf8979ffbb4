/** The shelf of drinks, drafts and standards. */
export const drinks = {
  drinks: {
    search: 'Buscar en las bebidas',
    startWhy:
      'Empieza con una bebida sencilla de una familia y hazla tuya: cada cantidad se puede cambiar. O haz una nueva.',
    startName: '{family}, para empezar',
    start: 'Empezar con esta',
    title: 'Bebidas',
    summary: '{n} en la repisa, {s} firmadas',
    new: 'Bebida nueva',
    name: 'Nombre de la bebida',
    family: 'Familia',
    make: 'Ponerla en la repisa',
    empty: 'La repisa está vacía. Haz la primera bebida: un vaso de agua al que agregas jugo y endulzante.',
    emptyCrew: 'La repisa está vacía. El dueño pone aquí las bebidas.',
    gone: 'Esta bebida no está aquí.',
    standard: 'estándar {n}',
    draft: 'borrador',
    signed: 'estándar {n}, firmado el {day} por {who}',
    notSigned: 'borrador, sin firmar',
    differs: 'cambió después',
    signOff: 'Firmar estándar {n}',
    isSigned: 'Firmado como estándar {n}',
  },
  draft: {
    saved: 'guardado',
    waiting: 'sin guardar aún',
    saving: 'guardando',
    stale: 'no se guardó',
    refused: 'no se guardó',
    offline: 'guardado en esta tableta',
  },
  standard: {
    filled:
      'Con lo que se calcula este estándar se anotó después de firmarlo: sus propias cantidades y composiciones, y lo que hoy viene con Olvex para lo demás.',
    moved: 'Este Olvex lo calcula distinto de como se firmó: {list}.',
    cannot: 'Este Olvex ya no puede calcular el estándar {n}, así que queda como se firmó: {list}. La razón: {why}',
    changed:
      'Desde que se firmó llegaron otros valores de: {list}. El estándar conserva los suyos; al firmar de nuevo se toman estos.',
    movedOne: '{where} {today} (firmado con {signed})',
    at: { jug: 'en la jarra', firstSip: 'en el primer sorbo' },
    asSigned: 'como se firmó',
    holds: 'Lleva: {list}.',
    none: 'ninguno',
    signPrep: 'Firmar {name} como está',
    askOwner: 'La firma el dueño.',
  },
}
