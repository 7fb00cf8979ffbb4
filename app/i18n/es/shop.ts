/** Palabras de la lista en la tienda, que se piden donde se abre. */
export const shop = {
  shop: {
    title: 'En la tienda',
    empty: 'No hay nada que comprar para este día.',
    done: 'Ya está todo dentro.',
    left: 'Falta {n} cosa. | Faltan {n} cosas.',
    bought: 'Comprado',
    paid: 'Pagado',
    sure: 'Así es',
    takeIn: 'Meter {n} cosa | Meter {n} cosas',
    takenIn: 'Ya dentro',
    clear: 'Quitar de aquí',
  },
}
