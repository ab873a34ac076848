import { withPluralEnding } from './inflection.ts';

/**
 * Words that voices are known to say wrongly and that schools use: places, first names of many origins, terms
 * of the subjects. Sounds in IPA from memory, British; the r that closes a syllable is written, and an accent
 * without it leaves it out. A school's own entries go before them.
 */
const PLACES = `
Aberystwyth ˌæbəˈɹɪstwɪθ; Alnwick ˈænɪk; Anglesey ˈæŋɡəlsi; Arbroath ɑːɹˈbɹəʊθ; Armagh ɑːɹˈmɑː; Barnoldswick bɑːɹˈnəʊldzwɪk; Beaulieu ˈbjuːli; Belvoir ˈbiːvəɹ; Berwick ˈbɛɹɪk; Bicester ˈbɪstəɹ; Bideford ˈbɪdɪfəɹd; Birmingham ˈbɜːɹmɪŋəm; Bournemouth ˈbɔːɹnməθ;
Caerphilly kəɹˈfɪli; Caernarfon kəɹˈnɑːɹvən; Chiswick ˈt͡ʃɪzɪk; Cholmondeley ˈt͡ʃʌmli; Cirencester ˈsaɪɹənsɛstəɹ; Clapham ˈklæpəm; Culzean kəˈleɪn; Derby ˈdɑːɹbi; Derbyshire ˈdɑːɹbiʃəɹ; Dolgellau dɒlˈɡɛθli; Drogheda ˈdɹɒɪdə; Dulwich ˈdʌlɪt͡ʃ; Dumfries dʌmˈfɹiːs; Durham ˈdʌɹəm;
Edinburgh ˈɛdɪnbɹə; Exmouth ˈɛksməθ; Falmouth ˈfælməθ; Fermanagh fəɹˈmænə; Fowey fɔɪ; Frome fɹuːm; Gateshead ˈɡeɪtshɛd; Gillingham ˈd͡ʒɪlɪŋəm; Glamis ɡlɑːmz; Glasgow ˈɡlɑːzɡəʊ; Gloucester ˈɡlɒstəɹ; Gloucestershire ˈɡlɒstəɹʃəɹ; Godalming ˈɡɒdəlmɪŋ; Gotham ˈɡəʊtəm; Greenwich ˈɡɹɛnɪt͡ʃ; Gwynedd ˈɡwɪnɛð;
Happisburgh ˈheɪzbɹə; Harwich ˈhæɹɪt͡ʃ; Hebrides ˈhɛbɹɪdiːz; Hertford ˈhɑːɹtfəɹd; Hertfordshire ˈhɑːɹtfəɹdʃəɹ; Holborn ˈhəʊbəɹn; Hunstanton hʌnˈstæntən; Islay ˈaɪlə; Isle aɪl; Isles aɪlz; Keighley ˈkiːθli; Keswick ˈkɛzɪk; Kirkcudbright kəɹˈkuːbɹi; Launceston ˈlɔːnstən; Leicester ˈlɛstəɹ; Leicestershire ˈlɛstəɹʃəɹ;
Leominster ˈlɛmstəɹ; Lewes ˈluːɪs; Lincoln ˈlɪŋkən; Lincolnshire ˈlɪŋkənʃəɹ; Lisburn ˈlɪzbəɹn; Llandudno lænˈdɪdnəʊ; Llanelli læˈnɛθli; Llangollen lænˈɡɒθlən; Loughborough ˈlʌfbəɹə; Machynlleth məˈxʌnθlɛθ; Magdalen ˈmɔːdlɪn; Marylebone ˈmɑːɹləbən; Merthyr ˈmɜːɹθəɹ; Middlesbrough ˈmɪdəlzbɹə; Milngavie mɪlˈɡaɪ; Morpeth ˈmɔːɹpəθ;
Mousehole ˈmaʊzəl; Norwich ˈnɒɹɪt͡ʃ; Oban ˈəʊbən; Plymouth ˈplɪməθ; Portsmouth ˈpɔːɹtsməθ; Powys ˈpaʊɪs; Pwllheli pʊlˈhɛli; Rhondda ˈɹɒnðə; Rhyl ɹɪl; Ruislip ˈɹaɪslɪp; Salisbury ˈsɔːlzbɹi; Shrewsbury ˈʃɹəʊzbəɹi; Slough slaʊ; Southwark ˈsʌðəɹk; Southwell ˈsʌðəl; Streatham ˈstɹɛtəm; Suffolk ˈsʌfək; Norfolk ˈnɔːɹfək;
Teignmouth ˈtɪnməθ; Thames tɛmz; Towcester ˈtəʊstəɹ; Tynemouth ˈtaɪnməθ; Tyrone tɪˈɹəʊn; Warwick ˈwɒɹɪk; Warwickshire ˈwɒɹɪkʃəɹ; Weymouth ˈweɪməθ; Woolwich ˈwʊlɪt͡ʃ; Worcester ˈwʊstəɹ; Worcestershire ˈwʊstəɹʃəɹ; Wymondham ˈwɪndəm; Yarmouth ˈjɑːɹməθ; Ystrad ˈʌstɹæd; Laoghaire ˈlɪəɹi; Cowes kaʊz; Cowley ˈkaʊli; Fulham ˈfʊləm; Balham ˈbæləm; Tottenham ˈtɒtnəm; Twickenham ˈtwɪkənəm`;

const NAMES = `
Aaliyah ɑːˈliːə; Abhishek ˈæbɪʃɛk; Adaeze ɑːˈdeɪzeɪ; Agnieszka æɡˈnjɛʃkə; Aoife ˈiːfə; Aisling ˈæʃlɪŋ; Aisha aɪˈiːʃə; Ayesha aɪˈiːʃə; Angharad æŋˈhæɹəd; Anais ænɑːˈiːs; Anneliese ˈænəliːz; Arjun ˈɑːɹd͡ʒʊn; Ayaan aɪˈɑːn; Beatrice ˈbɪətɹɪs; Bronagh ˈbɹəʊnə; Caoimhe ˈkiːvə; Catriona kəˈtɹiːnə; Ceri ˈkɛɹi; Cian ˈkiːən;
Chloe ˈkləʊi; Ciara ˈkiːɹə; Ciaran ˈkɪəɹən; Cillian ˈkɪliən; Daphne ˈdæfni; Dafydd ˈdævɪð; Deirdre ˈdɪəɹdɹə; Diarmuid ˈdɪəɹmɪd; Eilidh ˈeɪli; Eluned ɛˈlɪnɛd; Emyr ˈɛmɪəɹ; Eoghan ˈəʊən; Eoin ˈəʊɪn; Euan ˈjuːən; Ewan ˈjuːən; Fatima ˈfætɪmə; Ffion ˈfiːɒn; Fionnuala fɪˈnuːlə; Geraint ˈɡɛɹaɪnt; Graham ˈɡɹeɪəm; Graeme ˈɡɹeɪəm;
Grainne ˈɡɹɔːnjə; Gwyneth ˈɡwɪnəθ; Hamish ˈheɪmɪʃ; Hermione həɹˈmaɪəni; Iain ˈiːən; Ianto ˈjæntəʊ; Ieuan ˈjaɪən; Ioan ˈjəʊən; Imogen ˈɪmɪd͡ʒən; Isla ˈaɪlə; Jacinta d͡ʒəˈsɪntə; Joao ʒuˈaʊ; Joaquin wɑːˈkiːn; Jorge ˈhɔːɹheɪ; Jose həʊˈzeɪ; Juan hwɑːn; Krzysztof ˈkʃɪʃtɒf; Kwame ˈkwɑːmi; Lakshmi ˈlʌkʃmi; Leah ˈliːə; Leila ˈleɪlə; Llewelyn ləˈwɛlɪn;
Lloyd lɔɪd; Maeve meɪv; Mairead məˈɹeɪd; Mhairi ˈvɑːɹi; Mohammed məˈhæmɪd; Muhammad məˈhæməd; Naoise ˈniːʃə; Ngozi ŋˈɡəʊzi; Nguyen ˈwɪn; Niamh niːv; Nuala ˈnuːlə; Oisin ɒˈʃiːn; Oluwaseun ɒluwɑːˈʃeɪʊn; Orla ˈɔːɹlə; Owain ˈəʊaɪn; Padraig ˈpɔːdɹɪɡ; Penelope pəˈnɛləpi; Persephone pəɹˈsɛfəni; Phoebe ˈfiːbi; Rhiannon ɹiˈænən; Rhys ɹiːs; Roisin ɹɒˈʃiːn; Ruaridh ˈɹʊəɹi;
Saoirse ˈsɜːɹʃə; Sean ʃɔːn; Siobhan ʃɪˈvɔːn; Sian ʃɑːn; Sinead ʃɪˈneɪd; Siddharth sɪˈdɑːɹt; Sorcha ˈsɒɹəxə; Tadhg taɪɡ; Theresa təˈɹiːzə; Tomasz ˈtɒmæʃ; Wojciech ˈvɔɪt͡ʃɛx; Xanthe ˈzænθi; Xavier ˈzeɪviəɹ; Xi ʃiː; Xiaoling ʃaʊˈlɪŋ; Yvonne ɪˈvɒn; Yves iːv; Yusuf ˈjuːsʊf; Zainab ˈzeɪnæb; Zhang d͡ʒæŋ; Zoe ˈzəʊi; Zofia ˈzɒfjə; Boudicca ˈbuːdɪkə; Pythagoras paɪˈθæɡəɹəs; Archimedes ɑːɹkɪˈmiːdiːz;
Aristotle ˈæɹɪstɒtəl; Euclid ˈjuːklɪd; Eratosthenes ɛɹəˈtɒsθəniːz; Fibonacci fɪbəˈnɑːt͡ʃi; Descartes deɪˈkɑːɹt; Goethe ˈɡɜːtə; Nietzsche ˈniːt͡ʃə; Dvorak ˈdvɔːɹʒæk; Chopin ˈʃəʊpæn; Bach bɑːx; Tchaikovsky t͡ʃaɪˈkɒfski; Pepys piːps; Fawkes fɔːks; Anne æn; Boleyn bəˈlɪn; Wolsey ˈwʊlzi; Rameses ˈɹæmɪsiːz; Tutankhamun tuːtənˈkɑːmuːn; Nefertiti nɛfəɹˈtiːti`;

const TERMS = `
aesthetic iːsˈθɛtɪk; algae ˈælɡiː; alveoli ælviˈəʊlaɪ; anaerobic ænəɹˈəʊbɪk; anaemia əˈniːmiə; anemone əˈnɛməni; apostrophe əˈpɒstɹəfi; archipelago ɑːɹkɪˈpɛləɡəʊ; arête əˈɹɛt; bouquet buˈkeɪ; bourgeois ˈbʊəɹʒwɑː; bourgeoisie bʊəɹʒwɑːˈziː; bronchioles ˈbɹɒŋkiəʊlz; bronchi ˈbɹɒŋkaɪ; catalyst ˈkætəlɪst; chaos ˈkeɪɒs; chasm ˈkæzəm;
chlorophyll ˈklɒɹəfɪl; chloroplast ˈklɒɹəplɑːst; chloroplasts ˈklɒɹəplɑːsts; choir ˈkwaɪəɹ; cilia ˈsɪliə; coefficient kəʊɪˈfɪʃənt; colonel ˈkɜːɹnəl; corps kɔːɹ; coup kuː; debris ˈdɛbɹiː; debut ˈdeɪbjuː; deoxyribonucleic diːˌɒksiˌɹaɪbəʊnjuːˈkleɪɪk; diarrhoea daɪəˈɹɪə; draught dɹɑːft; draughts dɹɑːfts; epitome ɪˈpɪtəmi; façade fəˈsɑːd; facade fəˈsɑːd; foetus ˈfiːtəs;
fuchsia ˈfjuːʃə; gauge ɡeɪd͡ʒ; genre ˈʒɒnɹə; haemoglobin hiːməˈɡləʊbɪn; hiccough ˈhɪkʌp; hyperbole haɪˈpɜːɹbəli; hypotenuse haɪˈpɒtənjuːz; indict ɪnˈdaɪt; indicted ɪnˈdaɪtɪd; isosceles aɪˈsɒsəliːz; isthmus ˈɪsməs; larvae ˈlɑːɹviː; lichen ˈlaɪkən; lieutenant lɛfˈtɛnənt; liaison liˈeɪzən; Magdalene ˈmæɡdəliːn; mayoral ˈmɛəɹəl; medieval mɛdiˈiːvəl; meiosis maɪˈəʊsɪs; meniscus məˈnɪskəs;
mitochondria maɪtəʊˈkɒndɹiə; mitochondrion maɪtəʊˈkɒndɹiən; mitochondrial maɪtəʊˈkɒndɹiəl; mitosis maɪˈtəʊsɪs; moiré ˈmwɑːɹeɪ; moraine məˈɹeɪn; nuclei ˈnjuːkliaɪ; oesophagus ɪˈsɒfəɡəs; oestrogen ˈiːstɹəd͡ʒən; onomatopoeia ɒnəmætəˈpiːə; osmosis ɒzˈməʊsɪs; ovule ˈɒvjuːl; oxbow ˈɒksbəʊ; oxymoron ɒksɪˈmɔːɹɒn; parallelogram pæɹəˈlɛləɡɹæm; perpendicular pɜːɹpənˈdɪkjələɹ; pharaoh ˈfɛəɹəʊ; pharaohs ˈfɛəɹəʊz; phlegm flɛm;
phloem ˈfləʊɛm; photosynthesis fəʊtəʊˈsɪnθəsɪs; pizzicato pɪtsɪˈkɑːtəʊ; polygon ˈpɒlɪɡən; privacy ˈpɹɪvəsi; pseudonym ˈsjuːdənɪm; psyche ˈsaɪki; quay kiː; quays kiːz; queue kjuː; queues kjuːz; queueing ˈkjuːɪŋ; quinoa ˈkiːnwɑː; receipt ɹɪˈsiːt; rendezvous ˈɹɒndɪvuː; reservoir ˈɹɛzəɹvwɑːɹ; rhombus ˈɹɒmbəs; ribosome ˈɹaɪbəsəʊm; ribosomes ˈɹaɪbəsəʊmz; schedule ˈʃɛdjuːl; schedules ˈʃɛdjuːlz; segue ˈsɛɡweɪ; simile ˈsɪmɪli; similes ˈsɪmɪliz;
sovereign ˈsɒvɹɪn; stomata ˈstəʊmətə; stoma ˈstəʊmə; strata ˈstɹɑːtə; subpoena səˈpiːnə; subtle ˈsʌtəl; suite swiːt; synecdoche sɪˈnɛkdəki; thyme taɪm; tomb tuːm; trachea tɹəˈkiːə; trapezium tɹəˈpiːziəm; vacuole ˈvækjuəʊl; vertebrae ˈvɜːɹtɪbɹeɪ; victuals ˈvɪtəlz; viscount ˈvaɪkaʊnt; xylem ˈzaɪləm; yacht jɒt; yachts jɒts; zygote ˈzaɪɡəʊt; zoology zuˈɒləd͡ʒi; boatswain ˈbəʊsən; gunwale ˈɡʌnəl; forecastle ˈfəʊksəl; leeward ˈluːəɹd; quaver ˈkweɪvəɹ; timbre ˈtæmbəɹ; concerto kənˈt͡ʃɜːɹtəʊ;
ensemble ɒnˈsɒmbəl; cello ˈt͡ʃɛləʊ; arpeggio ɑːɹˈpɛd͡ʒiəʊ; crescendo kɹəˈʃɛndəʊ; diminuendo dɪmɪnjuˈɛndəʊ; fortissimo fɔːɹˈtɪsɪməʊ; pianissimo pɪəˈnɪsɪməʊ; adagio əˈdɑːd͡ʒiəʊ; scherzo ˈskɛəɹtsəʊ; gneiss naɪs; schist ʃɪst; loess ˈləʊɪs; fjord ˈfjɔːɹd; karst kɑːɹst; tsunami suˈnɑːmi; seismic ˈsaɪzmɪk; geyser ˈɡiːzəɹ; caesura sɪˈzjʊəɹə; denouement deɪˈnuːmɒ; mnemonic nɪˈmɒnɪk; pterodactyl tɛɹəˈdæktɪl; ptarmigan ˈtɑːɹmɪɡən; rhythm ˈɹɪðəm; epoch ˈiːpɒk; Celtic ˈkɛltɪk; Celts kɛlts`;

/** A list as it is written above: word and sounds, separated by semicolons. */
function listOf(text: string): [string, string][] {
  return text.split(';').map((item) => {
    const [word = '', sounds = ''] = item.trim().split(' ');
    return [word, sounds];
  });
}

/** Names of places and people, which begin with a capital. */
export const PROPER_NAMES: ReadonlyMap<string, string> = new Map([...listOf(PLACES), ...listOf(NAMES)]);

/** Terms of the subjects, in small letters but for those that are names. */
export const SCHOOL_TERMS: ReadonlyMap<string, string> = new Map(
  listOf(TERMS).map(([word, sounds]) => [word.toLowerCase(), sounds]),
);

/** The lists as they ship, each in the order of the alphabet: written form and sounds in IPA. */
export const SHIPPED_LISTS = [
  { name: 'Places', words: sorted(PLACES) },
  { name: 'First names and people', words: sorted(NAMES) },
  { name: 'Terms of the subjects', words: sorted(TERMS) },
] as const;

function sorted(text: string): readonly (readonly [written: string, ipa: string])[] {
  return listOf(text).sort(([a], [b]) => a.localeCompare(b, 'en'));
}

/**
 * How a word of these lists sounds (IPA); `undefined` for all others. A possessive ending is said with it.
 */
export function schoolWordSounds(written: string): string | undefined {
  const [, word = '', ending] = /^(.+?)([’']s)?$/u.exec(written) ?? [];
  const sounds = PROPER_NAMES.get(word) ?? SCHOOL_TERMS.get(word.toLowerCase());
  return sounds !== undefined && ending !== undefined ? withPluralEnding(sounds) : sounds;
}
