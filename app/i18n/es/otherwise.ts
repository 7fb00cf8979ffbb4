/** Palabras del día de otra manera, que se piden donde se abre. */
export const otherwise = {
  otherwise: {
    title: 'Y si',
    why: 'Nada de esto se apunta: el plan queda como está. Los dos días van en el primer orden que cuadra; el reloj busca uno mejor.',
    more: 'Vasos, más o menos',
    percent: 'Escribe un porcentaje mayor que −100 y de hasta {most}.',
    ill: 'Alguien está enfermo',
    down: 'Falla uno de estos',
    dear: 'Una fruta está cara',
    dearMore: 'En tanto',
    planned: 'como está planeado',
    otherwise: 'entonces',
    cups: 'Vasos',
    first: 'Primera mano',
    hands: 'Minutos de manos',
    fridge: 'En frío como mucho',
    buy: '{name} por comprar',
    doesNotFit: 'no cabe',
    noHours: 'no se sabe el horario',
  },
}
