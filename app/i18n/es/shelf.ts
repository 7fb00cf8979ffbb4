import type { shelf as en } from '../en/shelf'

export const shelf: typeof en = {
  feel: { firm: 'firme', ripe: 'madura', soft: 'blanda' },
  place: { room: 'a temperatura ambiente', cold: 'en frío' },
  per: { kg: 'el kilo', piece: 'la pieza', crate: 'la caja', all: 'por todo' },
  byPart: { trim: 'recortes', peel: 'cáscara', rind: 'corteza', 'outer-skin': 'piel exterior', core: 'corazón', crown: 'corona', ends: 'puntas', seeds: 'semillas', pods: 'vainas', stems: 'tallos', shell: 'casco', flesh: 'pulpa sana', pulp: 'bagazo' },
  fruitTemp: { cold: 'fría', room: 'como el ambiente', warm: 'tibia y rodada' },
  foam: { settled: 'asentada', foamy: 'todavía encima' },
  reason: { soft: 'blanda', mould: 'moho', cracked: 'rajada', damaged: 'golpeada', old: 'pasada', other: 'otra' },
  season: { q1: 'enero a marzo', q2: 'abril a junio', q3: 'julio a septiembre', q4: 'octubre a diciembre' },
  keeping: { ripening: 'madurando, lista desde el {day}', waits: 'firme y en frío: solo madura a temperatura ambiente', ready: 'buena hasta el {day}', soon: 'usar primero, buena hasta el {day}', past: 'pasada desde el {day}: revisar, separar, usar o tirar' },
  field: { when: 'Cuándo, si no es ahora' },
  kept: { title: 'Guardado al exprimir', until: 'hasta el {day}' },
  parts: { part: 'Parte', weight: 'Peso', allOrG: 'Peso, o todo', then: 'Después', keep: 'guardar', throw: 'tirar', remove: 'Quitar {what} de la lista', useFor: 'Para qué', useBy: 'Hasta cuándo', place: 'Dónde', add: 'Añadir una parte' },
  event: {
    routine: 'Cómo', note: 'Nota', initials: 'Iniciales', pieces: 'Frutas enteras', perPiece: 'Trozos de cada una', garnishG: '{g} g del lote, {each} g cada una', garnishes: '{n} adornos', reason: 'Por qué',
    look: { do: 'Revisar', title: 'Revisar: {fruit}', why: 'Cómo se siente ahora, dónde está y su Brix si se leyó una gota. Madurar ablanda, no siempre endulza: el Brix se lee, no se supone.', save: 'Anotarlo' },
    clean: { do: 'Lavar', title: 'Lavar: {fruit}', why: 'La manera usual para esta fruta. Con iniciales es un registro, no una promesa.', save: 'Lavada' },
    garnish: { do: 'Adorno', title: 'Adorno de {fruit}', why: 'Se aparta antes de exprimir y se cuenta contra el lote.', save: 'Apartado' },
    sort: { do: 'Separar', title: 'Separar: {fruit}', why: 'Cerca del final: la piel exterior se va; cáscara, corazón y pulpa sanos se guardan para un uso, y lo malo se tira.', kg: 'Revisado', rest: 'El resto, {g} g, se tira.', save: 'Separado' },
    discard: { do: 'Tirar', title: 'Tirar: {fruit}', why: 'Sale del lote y queda en los libros, con su motivo.', kg: 'Tirado', save: 'Tirado' },
  },
  routine: {
    'citrus-peel': { name: 'Cítricos de los que se usa la cáscara', 1: 'Cepillar en agua caliente si se usa la cáscara: la cera sale, o tomar fruta sin cera.', 2: 'Enjuagar con agua potable y secar.', 3: 'Manos, tabla y cuchillo limpios antes del primer corte.' },
    'soak-rinse': { name: 'Remojar y enjuagar', 1: 'Agua tibia con un poco de vinagre, o vinagre rociado dos minutos.', 2: 'Enjuagar bien con agua potable.', 3: 'Manos, tabla y cuchillo limpios antes del primer corte.' },
    'root-brush': { name: 'Raíces', 1: 'Remojar y cepillar la tierra: se esconde en pliegues y puntas.', 2: 'Enjuagar hasta que el agua salga clara.', 3: 'Quitar puntas y partes verdes; manos, tabla y cuchillo limpios.' },
    'soft-fruit': { name: 'Fruta blanda y bayas', 1: 'Apartar lo aplastado o mohoso, con lo que lo toca.', 2: 'Enjuagar con agua potable fría justo antes de usar, no antes.', 3: 'Escurrir; manos y colador limpios.' },
    'melon-brush': { name: 'Fruta con corteza', 1: 'Cepillar toda la corteza bajo agua potable: el cuchillo lleva adentro lo que hay en ella.', 2: 'Secar antes de cortar.', 3: 'Lo cortado va al frío enseguida; manos, tabla y cuchillo limpios.' },
    'herb-rinse': { name: 'Hierbas', 1: 'Quitar lo marchito o baboso.', 2: 'Nadar en agua potable fría, sacar, y otra vez hasta que no quede arena: la tierra se esconde en las hojas.', 3: 'Sacudir; manos, tabla y cuchillo limpios.' },
    windfall: { name: 'Regalada o recogida', 1: 'Tirar lo partido, mordido o mohoso: puede haber estado en el suelo.', 2: 'Lavar dos veces en agua potable, con cepillo donde la piel lo aguante.', 3: 'Cortar los golpes con pulpa sana alrededor; manos, tabla y cuchillo limpios.' },
  },
  story: {
    weighed: 'Entrada, {kg} kg', counted: 'Contado, {n} piezas tomadas como {kg} kg; sin pesar', kept: 'Guardado, {g} g', press: 'Exprimidos {kg} kg: {l} L, {mlPerKg} mL por kg, {method}{extra}', look: 'Revisado: {what}', clean: 'Lavado, {who}', garnish: 'Adorno: {n} frutas, {g} g', discard: 'Tirados {kg} kg: {reason}{note}', sort: 'Separados {kg} kg: {parts}',
  },
  lot: {
    back: 'Toda la fruta', came: 'llegó el {day}, {who}', left: 'queda', paid: 'pagado', market: 'a precio de mercado', brixThen: 'al llegar', cleaned: 'Lavado el {day}, {who}.', notWeighed: 'Contado, no pesado: sus kilos son el peso usual de una pieza por la cuenta.', becameTitle: 'Lo que salió de él', stillThere: 'todavía', from: 'El lote de donde vino', storyTitle: 'Lo que pasó', storyOffline: 'Sin conexión: solo lo que sabe esta tableta.', offline: 'Sin conexión, y esta tableta aún no ha visto este lote.',
  },
  handling: {
    title: 'Cómo se trata aquí: {fruit}', why: 'Los campos vacíos son como lo usual. Los días de madurar y guardar deciden qué se usa primero y cuándo pedir; las proporciones, lo que cargan del costo las partes guardadas, desde la próxima exprimida.', pieceG: 'Una pieza pesa', daysToRipe: 'Firme hasta madura', keepDaysRoom: 'Dura, ambiente', keepDaysCold: 'Dura, frío', leadDays: 'Pedir antes', days: 'días', usual: 'usual {v}', unknown: 'no se sabe', share: 'Carga del costo', addShare: 'Una parte guardada carga costo',
  },
  buying: {
    open: 'Lista de compra', atChance: 'Alcanza en {p} de 100 días así.', title: 'Compra', for: 'Para el {day}', chance: 'Seguridad de que alcance, %', chanceWhy: 'Los lotes varían. Cuanto más seguro deba ser, más se compra: de 100 días así, en tantos alcanza.', more: 'Además del plan', juice: 'Jugo', add: 'Añadir', takeOff: 'Quitar', empty: 'No hay nada planeado para este día. Planea vasos, o pide aquí litros de un jugo.', orderToday: 'Pedir hoy:', held: 'hay, bueno ese día', packs: 'paquetes', loose: '{kg} kg a granel', noPrice: 'sin precio',
    now: 'hace falta hoy', by: 'pedir hasta el {day}', byFirm: 'firme hasta el {firm}, madura hasta el {ripe}', late: 'se debía pedir hasta el {day}', unsure: 'Se sabe muy poco de {list} para esta seguridad; se toma la media.', noPacks: 'Los paquetes y precios necesitan conexión.', how: 'Kilos: litros entre lo que da al menos el próximo lote, en {p} de 100 lotes, según tus exprimidas mezcladas con el manual mientras son pocas. Paquetes: los enteros más baratos de las listas.', print: 'Imprimir la lista',
  },
  list: { open: 'Leer una lista de precios', why: 'CSV con una columna para el nombre y otra para el precio; envase en kg, proveedor y fecha si los hay. Las fechas se leen con el día primero (25/11/2026) o como 2026-11-25.', choose: 'Archivo', supplier: 'De quién, si la lista no lo dice', done: '{n} precio guardado. | {n} precios guardados.', read: 'Se puede leer {n} línea. | Se pueden leer {n} líneas.', andMore: 'y {n} más', faults: '{n} línea no se puede leer y queda fuera: | {n} líneas no se pueden leer y quedan fuera:', line: 'Línea {n}:', save: 'Guardar {n} precio | Guardar {n} precios' },
  bench: { title: 'Aparatos de este puesto', scale: 'báscula', probe: 'sonda', refractometer: 'refractómetro', takes: 'toma la lectura', measured: 'medido', state: { steady: 'estable', moving: 'moviéndose', lost: 'no responde', flood: 'demasiado a la vez', 'unit-changed': 'cambió la unidad' } },
}
