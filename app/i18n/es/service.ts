/** Palabras de lo que se va a servir, que se piden donde se abre una línea del plan. */
export const service = {
  service: {
    make: 'Haz',
    enough: 'alcanza en {p} de cada 100 días así',
    lost: 'Una venta perdida cuesta',
    away: 'un vaso que se tira',
    noPrices:
      'Según la probabilidad de que alcance con la que se compra: una venta perdida y un vaso tirado piden precios.',
    keptWhy: 'De lo que sobra, se vende al día siguiente',
    kept: { '0': 'nada', '50': 'la mitad', '90': 'casi todo' },
    take: 'Planea {n} vasos',
  },
}
