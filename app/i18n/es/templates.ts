/** Words of the templates of preps, which are fetched where preps are looked at. */
export const templates = {
  templateFamily: {
    syrup: 'Jarabes',
    peel: 'Cáscara y corazón',
    fruit: 'Fruta',
    'pod-root-seed': 'Vainas, raíces y semillas',
    'tea-flower': 'Té y flores',
    milk: 'Leche y suero',
    other: 'Cosas pequeñas',
  },
  template: {
    'syrup-1-1-weight': {
      name: 'Jarabe simple 1:1, por peso',
      line: 'Un kilo de azúcar por kilo de agua, removido hasta que aclara. La mitad es azúcar.',
      school: {
        s1: 'Removido en frío: unos minutos más, sin fuego.',
        s2: 'Calentado: aclara antes; enfríalo antes de juntarlo con el jugo.',
      },
    },
    'syrup-1-1-volume': {
      name: 'Jarabe simple 1:1, por volumen',
      line: 'La misma taza para el azúcar y el agua. Una taza de azúcar pesa menos que una de agua: 45,8 °Bx.',
      school: { s1: 'Removido en frío o agitado en un frasco cerrado.', s2: 'Calentado hasta que aclara.' },
    },
    'syrup-2-1-weight': {
      name: 'Jarabe rico 2:1, por peso',
      line: 'Dos kilos de azúcar por uno de agua, en caliente. Más de lo que aguanta el agua fría: puede cristalizar en la nevera.',
      school: {
        s1: 'En caliente, para un jarabe espeso.',
        s2: 'Una cucharada de jarabe de maíz o un poco de ácido evita los cristales.',
      },
    },
    'syrup-2-1-volume': {
      name: 'Jarabe rico 2:1, por volumen',
      line: 'Dos tazas de azúcar por una de agua, en caliente. Justo por debajo de lo que aguanta el agua fría.',
      school: {
        s1: 'En caliente hasta que aclara y luego frío.',
        s2: 'Embotellado caliente solo en botellas limpias y resistentes al calor.',
      },
    },
    'warm-sugar-water': {
      name: 'Agua azucarada tibia, saturada',
      line: 'Se remueve azúcar en agua tibia hasta que empieza a quedarse en el fondo. Se usa tibia, sin el resto.',
      school: { s1: 'Se usa tibia, enseguida: espesa al enfriarse.' },
    },
    'honey-syrup': {
      name: 'Jarabe de miel',
      line: 'Miel aligerada con la misma agua tibia, para que se mezcle en bebidas frías. No para menores de un año.',
      school: { s1: 'Uno a uno: cae como jarabe.', s2: 'Tres de miel por una de agua: más fuerte, conserva su sabor.' },
    },
    'raw-sugar-syrup': {
      name: 'Jarabe de panela',
      line: 'Panela o azúcar moreno con la misma agua, casi hasta hervir y espumado.',
      school: { s1: 'Panela en trozos: 10 minutos más.', s2: 'Azúcar moreno: aclara en cuanto está caliente.' },
    },
    'herb-syrup': {
      name: 'Jarabe de hierbas, infusionado',
      line: 'La hoja reposa un cuarto de hora en jarabe caliente y se saca.',
      school: {
        s1: 'Hoja en jarabe caliente, fuera del fuego.',
        s2: 'A fuego lento dos minutos: más oscuro, más como té.',
      },
    },
    'blended-herb-syrup': {
      name: 'Jarabe de hierbas, licuado',
      line: 'Hoja licuada en jarabe frío y colada con tela: verde y fresco, para dos días.',
      school: { s1: 'La hoja escaldada guarda el verde más tiempo.' },
    },
    'spice-syrup': {
      name: 'Jarabe de raíz o especia',
      line: 'Raíz en rodajas o especia entera reposa cuarenta minutos en jarabe casi hirviendo.',
      school: { s1: 'Con piel, bien cepillada.', s2: 'Pelada: más suave.' },
    },
    'fruit-pulp-syrup': {
      name: 'Jarabe de pulpa cocida',
      line: 'Pulpa, azúcar moreno y agua: diez minutos hirviendo, treinta y cinco a fuego lento y luego ácido por pasos, probando cada vez. Mira si una cucharada cristaliza en la nevera.',
      school: {
        s1: 'Ácido al final, por pasos: unas dos cucharaditas por kilo de azúcar.',
        s2: 'Ácido desde el principio: cristaliza menos azúcar.',
      },
    },
    'peel-sugar-hour': {
      name: 'Azúcar de cáscara, una hora',
      line: 'Cáscara sin parte blanca y azúcar una hora; el agua caliente se lleva aceite y azúcar en cinco minutos.',
      school: { s1: 'Agua caliente 5 minutos.', s2: 'Las cáscaras se guardan para confitar.' },
    },
    'peel-sugar-night': {
      name: 'Azúcar de cáscara, de un día para otro',
      line: 'Cáscara y azúcar de cuatro a doce horas, luego agua caliente veinte minutos.',
      school: {
        s1: 'Agua caliente 20 minutos.',
        s2: 'Agua tibia: menos amargo.',
        s3: 'Las cáscaras se guardan para confitar.',
      },
    },
    'peel-sugar-juice': {
      name: 'Azúcar de cáscara con su jugo',
      line: 'El jugo de la misma fruta disuelve lo que dieron cáscara y azúcar: un cordial sin fuego.',
      school: { s1: 'Jugo de la misma fruta, colado.' },
    },
    'acid-extended-lime': {
      name: 'Lima ampliada con ácido',
      line: 'Cáscara con ácidos pesados, luego agua y el jugo de las propias limas: tan ácido como el jugo, cuatro veces más.',
      school: {
        s1: 'Ácido según el peso de la cáscara.',
        s2: 'Guardado semanas: proceso especial, solo con aprobación de la autoridad.',
      },
    },
    'acid-adjusted-orange': {
      name: 'Naranja acidulada',
      line: 'Cítrico dulce llevado a la acidez del limón con ácidos cítrico y málico pesados.',
      school: { s1: 'La fórmula se abre: gramos de ácido por litro.' },
    },
    'peel-and-core-syrup': {
      name: 'Jarabe de cáscara y corazón',
      line: 'La piel exterior se tira; la cáscara interior y el corazón reposan en agua hirviendo y lo que dieron se endulza.',
      school: { s1: 'Solo corazones: más suave.', s2: 'Con especia en el hervor.' },
    },
    'fruit-puree': {
      name: 'Puré de fruta',
      line: 'Lavada, limpia y licuada largo rato, hasta que queda lisa.',
      school: { s1: 'Fresco, para hoy y mañana.', s2: 'Congelado en cubos.' },
    },
    'thawed-puree': {
      name: 'Puré descongelado',
      line: 'Puré congelado que se descongela en la nevera, con un poco de lima para el color.',
      school: { s1: 'Descongelado en la nevera, nunca en la mesa.' },
    },
    'strained-base': {
      name: 'Base colada, escurrida',
      line: 'Pulpa licuada con agua y escurrida; el jugo se saca por debajo de la espuma.',
      school: {
        s1: 'Escurrida: menos espuma y arenilla.',
        s2: 'Prensada: más cantidad, más turbia.',
        s3: 'Sin semillas y con la pulpa.',
      },
    },
    'rinsed-base': {
      name: 'Base colada con enjuague',
      line: 'Prensada; después un poco de agua pasa por la pulpa y el vaso y se lleva lo que quedaba.',
      school: { s1: 'Un enjuague: algo más ligera, más cantidad.', s2: 'Sin enjuague: más fuerte.' },
    },
    'base-in-loads': {
      name: 'Base en dos vasos',
      line: 'Dos cargas con su propio contenido, unidas antes de probar y luego coladas.',
      school: { s1: 'La fruta fibrosa largo rato, las hierbas poco.' },
    },
    'pod-pulp': {
      name: 'Vainas cocidas',
      line: 'Vainas peladas, hervidas y enfriadas en su agua; las semillas se sacan a mano y el resto se licua con esa agua.',
      school: {
        s1: 'Vainas enteras.',
        s2: 'Sin nervios antes de hervir: menos amargo.',
        s3: 'Vainas cocidas guardadas y confitadas: el azúcar que se llevan es de ellas.',
      },
    },
    'ready-pulp': {
      name: 'Pulpa lista, aligerada',
      line: 'Pulpa comprada, suelta en agua tibia y colada.',
      school: { s1: 'Trabajada con la mano y colada.' },
    },
    'steeped-root': {
      name: 'Raíz en reposo, colada dos veces',
      line: 'Raíz licuada con agua fría, cuatro horas en frío, por colador y tela.',
      school: { s1: 'Cuatro horas.', s2: 'De un día para otro, siempre en frío.' },
    },
    'rice-base': {
      name: 'Base de arroz remojado',
      line: 'Arroz y especia remojados en frío ocho horas, licuados y prensados con tela.',
      school: { s1: 'Arroz crudo, remojado en frío.', s2: 'Arroz tostado: más sabor, más oscuro.' },
    },
    'seed-base': {
      name: 'Base de semilla o fruto seco',
      line: 'Frutos secos o semillas licuados con agua fría y prensados con tela.',
      school: { s1: 'Remojados antes en la nevera: más fino.' },
    },
    'tea-concentrate-hot': {
      name: 'Concentrado de té, caliente',
      line: 'Cuatro gramos de hoja por 100 mL casi hirviendo, cinco minutos; se aligera con la misma agua fría.',
      school: { s1: 'Fuerte y corto, luego agua fría.', s2: 'Hecho a la fuerza de beber.' },
    },
    'tea-cold-brew': {
      name: 'Té en frío',
      line: 'Hoja en agua fría en la nevera seis horas: suave, apenas amargo.',
      school: { s1: 'Siempre en la nevera.' },
    },
    'flower-steep-hot': {
      name: 'Infusión de flor, caliente',
      line: 'Flores secas en agua casi hirviendo doce minutos.',
      school: { s1: 'Caliente: más roja, más ácida.', s2: 'Con jengibre o canela en el agua.' },
    },
    'flower-steep-cold': {
      name: 'Infusión de flor, fría',
      line: 'Flores secas en agua fría en la nevera toda la noche.',
      school: { s1: 'En frío: más suave, menos amarga.' },
    },
    'reduced-sweet-milk': {
      name: 'Leche reducida y dulce',
      line: 'Leche y azúcar reducidas hasta lo que lleva una lata de 397 g.',
      school: { s1: 'Lento, removiendo, en olla ancha.', s2: 'O una lata: mira hacer o comprar.' },
    },
    'dripped-whey': {
      name: 'Suero escurrido',
      line: 'Yogur natural escurre por una tela en la nevera; la cuajada se guarda.',
      school: { s1: 'Unas horas: claro y ligero.' },
    },
    'cultured-base': {
      name: 'Base fermentada',
      line: 'Suero, azúcar y agua a temperatura ambiente dos o tres días, luego jugo y frío. Proceso especial: apagado hasta que la autoridad lo apruebe.',
      school: { s1: 'Jugo después de fermentar.', s2: 'Jugo desde el principio: más ácido y lento.' },
    },
    'saline-drops': {
      name: 'Gotas de sal',
      line: 'Una de sal por cuatro de agua: unas gotas levantan toda la bebida.',
      school: { s1: 'Por gotas, nunca a pellizcos.' },
    },
    'pulp-ice': {
      name: 'Hielo de pulpa',
      line: 'Pulpa y agua congeladas en cubos: enfría sin aguar.',
      school: { s1: 'En bandejas, tapado.' },
    },
  },
}
