/** Prefixes of units in IPA. */
// prettier-ignore
const PREFIXES: Readonly<Record<string, string>> = {
  pico: 'ˈpiːkəʊ', nano: 'ˈnænəʊ', micro: 'ˈmaɪkɹəʊ', milli: 'ˈmɪlɪ', kilo: 'ˈkɪlə', mega: 'ˈmɛɡə', giga: 'ˈɡɪɡə', tera: 'ˈtɛɹə',
};

/** A unit's names with every prefix. */
function withPrefixes(unit: string, sounds: string): Record<string, string> {
  return Object.fromEntries(
    Object.entries(PREFIXES).map(([prefix, ipa]) => [prefix + unit, `${ipa}${sounds}`]),
  );
}

/**
 * Words among the commonest that the formant engine says wrongly in its British accents, and how they are
 * said: chosen from those that differ from the CMU dictionary by somebody who speaks British English, in IPA
 * from memory. What British speakers say otherwise than that dictionary ("schedule", "clerk") is not here.
 */
// prettier-ignore
export const BRITISH_SOUNDS: Readonly<Record<string, string>> = {
  abalone: 'ˌæbəˈləʊni', aches: 'eɪks', acquisition: 'ˌækwɪˈzɪʃən', acquisitions: 'ˌækwɪˈzɪʃənz', algorithm: 'ˈælɡəɹɪðəm', almond: 'ˈɑːmənd', anxiously: 'ˈæŋkʃəsli', aristocrat: 'ˈæɹɪstəkɹæt', arrhythmia: 'əˈɹɪðmiə', autographs: 'ˈɔːtəɡɹɑːfs',
  banged: 'bæŋd', banger: 'ˈbæŋəɹ', banging: 'ˈbæŋɪŋ', bodega: 'bəʊˈdeɪɡə', bouquets: 'buːˈkeɪz', caboodle: 'kəˈbuːdəl', caboose: 'kəˈbuːs', canasta: 'kəˈnæstə', cardiologist: 'ˌkɑːɹdiˈɒlədʒɪst', charisma: 'kəˈɹɪzmə', charismatic: 'ˌkæɹɪzˈmætɪk', cheesy: 'ˈtʃiːzi',
  chiffon: 'ˈʃɪfɒn', choosy: 'ˈtʃuːzi', coup: 'kuː', coyotes: 'kɔɪˈəʊtiz', damsel: 'ˈdæmzəl', decadence: 'ˈdɛkədəns', decadent: 'ˈdɛkədənt', defamation: 'ˌdɛfəˈmeɪʃən', degradation: 'ˌdɛɡɹəˈdeɪʃən', diphtheria: 'dɪfˈθɪəɹiə', dissect: 'daɪˈsɛkt', dissected: 'daɪˈsɛktɪd',
  dissecting: 'daɪˈsɛktɪŋ', dissolve: 'dɪˈzɒlv', dissolved: 'dɪˈzɒlvd', dissolves: 'dɪˈzɒlvz', dissolving: 'dɪˈzɒlvɪŋ', distal: 'ˈdɪstəl', doomsday: 'ˈduːmzdeɪ', dopamine: 'ˈdəʊpəmiːn', drowsy: 'ˈdɹaʊzi', emphysema: 'ˌɛmfɪˈsiːmə', excused: 'ɪkˈskjuːzd', exhume: 'ɛksˈhjuːm',
  exquisite: 'ɪkˈskwɪzɪt', faced: 'feɪst', fatherland: 'ˈfɑːðəɹlænd', gallbladder: 'ˈɡɔːlblædəɹ', galoshes: 'ɡəˈlɒʃɪz', geisha: 'ˈɡeɪʃə', genteel: 'dʒɛnˈtiːl', gonna: 'ˈɡɒnə', grisly: 'ˈɡɹɪzli', handsome: 'ˈhænsəm', handsomely: 'ˈhænsəmli', hangar: 'ˈhæŋəɹ', hangout: 'ˈhæŋaʊt',
  hangover: 'ˈhæŋəʊvəɹ', hitchhiker: 'ˈhɪtʃhaɪkəɹ', hitchhikers: 'ˈhɪtʃhaɪkəɹz', husband: 'ˈhʌzbənd', husbands: 'ˈhʌzbəndz', iguana: 'ɪˈɡwɑːnə', inasmuch: 'ˌɪnəzˈmʌtʃ', indigent: 'ˈɪndɪdʒənt', inexcusable: 'ˌɪnɪkˈskjuːzəbəl', innate: 'ɪˈneɪt', innings: 'ˈɪnɪŋz',
  innocuous: 'ɪˈnɒkjuəs', internship: 'ˈɪntɜːɹnʃɪp', lousy: 'ˈlaʊzi', mall: 'mɔːl', malls: 'mɔːlz', measly: 'ˈmiːzli', medieval: 'ˌmɛdiˈiːvəl', milady: 'mɪˈleɪdi', mosey: 'ˈməʊzi', motherland: 'ˈmʌðəɹlænd', mouthing: 'ˈmaʊðɪŋ', mozzarella: 'ˌmɒtsəˈɹɛlə', neuroses: 'njʊˈɹəʊsiːz',
  nosebleed: 'ˈnəʊzbliːd', nursed: 'nɜːɹst', obese: 'əʊˈbiːs', openers: 'ˈəʊpənəɹz', paisley: 'ˈpeɪzli', parietal: 'pəˈɹaɪətəl', parishioners: 'pəˈɹɪʃənəɹz', peritoneal: 'ˌpɛɹɪtəˈniːəl', peyote: 'peɪˈəʊti', photographs: 'ˈfəʊtəɡɹɑːfs', preferable: 'ˈpɹɛfəɹəbəl',
  presiding: 'pɹɪˈzaɪdɪŋ', presumption: 'pɹɪˈzʌmpʃən', presumptuous: 'pɹɪˈzʌmptʃuəs', psyched: 'saɪkt', raced: 'ɹeɪst', raspberry: 'ˈɹɑːzbɹi', raspberries: 'ˈɹɑːzbɹiz', recitation: 'ˌɹɛsɪˈteɪʃən', reprehensible: 'ˌɹɛpɹɪˈhɛnsəbəl', requisition: 'ˌɹɛkwɪˈzɪʃən',
  reside: 'ɹɪˈzaɪd', resides: 'ɹɪˈzaɪdz', residual: 'ɹɪˈzɪdjuəl', residue: 'ˈɹɛzɪdjuː', resilient: 'ɹɪˈzɪliənt', resistance: 'ɹɪˈzɪstəns', resistant: 'ɹɪˈzɪstənt', respirator: 'ˈɹɛspɪɹeɪtəɹ', restitution: 'ˌɹɛstɪˈtjuːʃən', resurrect: 'ˌɹɛzəˈɹɛkt', resurrected: 'ˌɹɛzəˈɹɛktɪd',
  resurrection: 'ˌɹɛzəˈɹɛkʃən', rotunda: 'ɹəʊˈtʌndə', ruse: 'ɹuːz', scissors: 'ˈsɪzəɹz', shtick: 'ʃtɪk', stinger: 'ˈstɪŋəɹ', stingers: 'ˈstɪŋəɹz', stomachs: 'ˈstʌməks', subjected: 'səbˈdʒɛktɪd', swinger: 'ˈswɪŋəɹ', swingers: 'ˈswɪŋəɹz', transatlantic: 'ˌtɹænzətˈlæntɪk',
  trousers: 'ˈtɹaʊzəɹz', typed: 'taɪpt', upbringing: 'ˈʌpbɹɪŋɪŋ', verbally: 'ˈvɜːɹbəli', whimsy: 'ˈwɪmzi', wisest: 'ˈwaɪzɪst',
  // What the rules say for signs, units and figures.
  ...withPrefixes('becquerel', 'bɛkəɹɛl'), ...withPrefixes('becquerels', 'bɛkəɹɛlz'), ...withPrefixes('electronvolt', 'ɪlɛktɹɒnvəʊlt'), ...withPrefixes('electronvolts', 'ɪlɛktɹɒnvəʊlts'), ...withPrefixes('second', 'sɛkənd'), ...withPrefixes('seconds', 'sɛkəndz'),
  nanohm: 'ˈnænəʊəʊm', nanohms: 'ˈnænəʊəʊmz', picohm: 'ˈpiːkəʊəʊm', picohms: 'ˈpiːkəʊəʊmz', becquerel: 'ˈbɛkəɹɛl', becquerels: 'ˈbɛkəɹɛlz', decagram: 'ˈdɛkəɡɹæm', decagrams: 'ˈdɛkəɡɹæmz', decalitre: 'ˈdɛkəliːtəɹ', decalitres: 'ˈdɛkəliːtəɹz', decametre: 'ˈdɛkəmiːtəɹ', decametres: 'ˈdɛkəmiːtəɹz', decapascal: 'ˈdɛkəpæskəl', decapascals: 'ˈdɛkəpæskəlz', decigram: 'ˈdɛsɪɡɹæm', decigrams: 'ˈdɛsɪɡɹæmz', decipascal: 'ˈdɛsɪpæskəl', decipascals: 'ˈdɛsɪpæskəlz',
  gibibyte: 'ˈɡɪbɪbaɪt', gibibytes: 'ˈɡɪbɪbaɪts', gigohm: 'ˈɡɪɡəʊm', gigohms: 'ˈɡɪɡəʊmz', hectometre: 'ˈhɛktəmiːtəɹ', hectometres: 'ˈhɛktəmiːtəɹz', kilohm: 'ˈkɪləʊm', kilohms: 'ˈkɪləʊmz', paise: 'ˈpaɪseɪ', technetium: 'tɛkˈniːʃiəm', electronvolt: 'ɪˈlɛktɹɒnvəʊlt', electronvolts: 'ɪˈlɛktɹɒnvəʊlts',
  caesium: 'ˈsiːziəm', fifteenth: 'ˌfɪfˈtiːnθ', grosz: 'ɡɹɔːʃ', missus: 'ˈmɪsɪz', nanogram: 'ˈnænəʊɡɹæm', nanograms: 'ˈnænəʊɡɹæmz', rupee: 'ɹuːˈpiː', rupees: 'ɹuːˈpiːz', xi: 'ksaɪ', yuan: 'juːˈæn', zloty: 'ˈzlɒti', zlotys: 'ˈzlɒtiz',
  // Rarer words, from a sample of the dictionary's.
  anthropomorphism: 'ˌænθɹəpəˈmɔːɹfɪzəm', archangel: 'ˈɑːɹkeɪndʒəl', archangels: 'ˈɑːɹkeɪndʒəlz', cardiologists: 'ˌkɑːɹdiˈɒlədʒɪsts', condensates: 'ˈkɒndənseɪts', conifer: 'ˈkɒnɪfəɹ', conifers: 'ˈkɒnɪfəɹz', detainee: 'ˌdiːteɪˈniː', detainees: 'ˌdiːteɪˈniːz', echidna: 'ɪˈkɪdnə', emir: 'ɛˈmɪəɹ', epitaphs: 'ˈɛpɪtɑːfs',
  excretion: 'ɪkˈskɹiːʃən', gunslingers: 'ˈɡʌnslɪŋəɹz', homeostasis: 'ˌhəʊmiəʊˈsteɪsɪs', lessee: 'lɛˈsiː', lido: 'ˈliːdəʊ', louche: 'luːʃ', militiamen: 'mɪˈlɪʃəmɛn', mosaic: 'məʊˈzeɪɪk', mosaics: 'məʊˈzeɪɪks', parishioner: 'pəˈɹɪʃənəɹ', partisan: 'ˌpɑːɹtɪˈzæn', penumbra: 'pəˈnʌmbɹə',
  postmodernism: 'pəʊstˈmɒdəɹnɪzəm', residuals: 'ɹɪˈzɪdjuəlz', synergism: 'ˈsɪnəɹdʒɪzəm', unnerving: 'ʌnˈnɜːɹvɪŋ',
};
