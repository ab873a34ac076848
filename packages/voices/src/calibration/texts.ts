/** What each voice says while its speed is measured: plain running text of our own, by base language. */
export const CALIBRATION_TEXTS: Readonly<Record<string, string>> = {
  en: `The harbour wakes before the town does. A man in a yellow coat walks along the wall, counts the boats and writes the number in a small book. When the tide turns, the ropes
go slack one after another, and the whole row swings round as if somebody had given an order. Children who live near the water know this without being told. They know which
stones are dry at noon, where the crabs hide, and how long it takes to run home when the siren sounds. In winter the ferry comes only twice a week. Then letters arrive in a heavy
bag, and everyone waits at the post office, because news is worth more when it is rare.`,
  cy: `Mae'r afon yn troi'n araf heibio'r felin, ac mae pobl y dref yn gwylio'r dŵr yn codi. Bob bore mae dyn yn cerdded ar hyd y wal ac yn cyfri'r cychod. Pan fydd y llanw'n troi, mae'r
rhaffau'n llacio, ac mae'r plant yn rhedeg adref cyn iddi nosi. Yn y gaeaf daw'r llong ddwywaith yr wythnos yn unig.`,
  fr: `La rivière tourne lentement devant le moulin, et les gens de la ville regardent l'eau monter. Chaque matin, un homme marche le long du mur et compte les bateaux. Quand la marée
tourne, les cordes se relâchent l'une après l'autre, et les enfants rentrent en courant avant la nuit. En hiver, le bac ne vient que deux fois par semaine.`,
  de: `Der Fluss biegt langsam an der Mühle vorbei, und die Leute in der Stadt sehen zu, wie das Wasser steigt. Jeden Morgen geht ein Mann an der Mauer entlang und zählt die Boote. Wenn die
Flut kommt, werden die Seile eins nach dem anderen schlaff, und die Kinder laufen vor der Nacht nach Hause. Im Winter kommt die Fähre nur zweimal in der Woche.`,
  es: `El río gira despacio junto al molino, y la gente del pueblo mira cómo sube el agua. Cada mañana un hombre camina por el muro y cuenta los barcos. Cuando cambia la marea, las cuerdas se
aflojan una tras otra, y los niños corren a casa antes de la noche. En invierno el barco llega solo dos veces por semana.`,
  pl: `Rzeka powoli skręca obok młyna, a ludzie z miasta patrzą, jak podnosi się woda. Każdego ranka mężczyzna idzie wzdłuż muru i liczy łodzie. Kiedy odwraca się pływ, liny luzują się
jedna po drugiej, a dzieci biegną do domu przed nocą. Zimą prom przypływa tylko dwa razy w tygodniu.`,
  it: `Il fiume gira lento accanto al mulino, e la gente del paese guarda l'acqua salire. Ogni mattina un uomo cammina lungo il muro e conta le barche. Quando cambia la marea, le corde si
allentano una dopo l'altra, e i bambini corrono a casa prima della notte. In inverno il traghetto viene solo due volte alla settimana.`,
  pt: `O rio vira devagar junto ao moinho, e a gente da vila olha a água subir. Todas as manhãs um homem caminha ao longo do muro e conta os barcos. Quando a maré vira, as cordas ficam
frouxas uma depois da outra, e as crianças correm para casa antes da noite. No inverno o barco vem apenas duas vezes por semana.`,
  nl: `De rivier buigt langzaam langs de molen, en de mensen van de stad kijken hoe het water stijgt. Elke ochtend loopt een man langs de muur en telt de boten. Als het tij keert, worden de
touwen een voor een slap, en de kinderen rennen voor de nacht naar huis. In de winter komt de pont maar twee keer per week.`,
};
