/** Palabras de una semana, que se piden donde se abre. */
export const week = {
  week: {
    title: 'Siete días desde el {day}',
    why: 'Como si no hubiera nada en el estante, y en el primer orden que cuadra: la fruta, las bases y las manos de cada día son como mucho las de aquí.',
    before: 'Antes',
    after: 'Después',
    busy: 'Calculando.',
    empty: 'No hay nada planeado para estos días.',
    stand: 'puesto',
    ice: 'hielo',
    hands: 'manos',
    first: 'primera mano',
    fridge: 'en frío como mucho',
    'does-not-fit': 'no cabe',
    'no-hours': 'sin horario',
    without: 'sin {list}',
    preps: 'Bases, hechas una vez para todos',
    prep: 'base',
    made: 'se hace',
    amount: 'cantidad',
    for: 'para',
  },
}
