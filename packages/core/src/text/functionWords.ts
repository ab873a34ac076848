import { lookupTable } from './lookupTable.ts';

/**
 * The commonest short words of languages in Latin script: articles, prepositions, conjunctions, pronouns, forms of *be*.
 * About every third word of a running text is one of them, whatever it is about. From memory; measured on a text that is
 * not ours in language.test.ts.
 */
// prettier-ignore
const WORDS: Readonly<Record<string, string>> = {
  en: 'the of and to in a is that it for was on are as with his they at be this from have or by one had not but what all were when we there can an your which their said if do will each about how up out them then she many some so these would other into has her two like him see than been who its now people my made over did down only way find use may its any shall everyone no',
  fr: 'le la les de des du un une et est en que qui dans pour pas sur il elle au aux se ce cette ces son sa ses ne avec par plus ou sont nous vous ils elles leur leurs était mais comme tout tous même être ont été sans cela si on y à d l qu n s c j m toute personne droit',
  de: 'der die das und in den von zu mit ist des sich nicht dem ein eine auf für im es an auch als er sie wie hat aus bei nach wird sind einer eines einem einen zum zur oder noch war über nur so ihre sein seine wenn kann haben man unter vor durch aber mehr jeder jede ihr wir ich',
  es: 'el la los las de del que y en un una se no por con para es su al lo como más pero sus le ya o este sí porque esta entre cuando muy sin sobre también me hasta hay donde quien desde todo nos durante todos uno les ni contra otros ese eso era ser son tiene toda persona derecho a',
  it: 'il lo la i gli le di che e un una in per non con del della dei delle è si da al alla come più ma anche se ci sono ha questo questa dal dalla nel nella degli agli nei ad ed o suo sua suoi sue loro ogni tutti essere dello all sull individuo l era',
  pt: 'o a os as de do da dos das que e em um uma para com não por no na nos nas se mais como mas ao à é são foi seu sua seus suas ou quando muito já está também só pelo pela até isso ela ele entre depois sem mesmo aos ter toda todo pessoa direito sua ser tem',
  nl: 'de het een en van in is dat op te zijn met voor niet die aan er om ook als dan maar bij door naar uit worden wordt over nog of tot heeft hun zich zij hij deze dit werd meer tegen onder ieder een recht',
  pl: 'i w na z do nie się jest to że o od po za jak przez lub oraz dla ale co jego jej ich być są tym tego był była było przy ten ta każdy człowiek prawo ma a',
  sv: 'och i att det som en på är av för med till den har inte om ett han hon de var sig men från så kan man när ska eller alla vid sin sitt sina efter under mot genom hade rätt envar',
  da: 'og i at det som en på er af for med til den har ikke om et han hun de var sig men fra så kan man når skal eller alle ved sin sit sine efter under mod gennem havde ret enhver',
  no: 'og i at det som en på er av for med til den har ikke om et han hun de var seg men fra så kan man når skal eller alle ved sin sitt sine etter under mot gjennom hadde rett enhver',
  fi: 'ja on ei se että oli ovat joka tai kun hän niin mutta myös sen hänen jos kuin ole olla ovat tämä jokaisella oikeus sekä kaikki',
  ro: 'și de la în a cu pe nu un o să este care din pentru că mai ale al ce se sau fi au fost sunt prin dar are ca orice persoană dreptul',
  hu: 'a az és hogy nem is egy van meg de ezt azt vagy mint csak már ha minden joga személynek által ki el',
  cs: 'a se v na je že s z do o k i ve to za by pro si ale jako podle od nebo po které který má každý právo být jeho',
  hr: 'i u je na se da za od su s o kao koji koja koje ili ne po biti svatko ima pravo iz što to te',
  tr: 've bir bu için ile de da olarak her ne daha çok gibi olan ya veya hak hakkı herkes şahsın hakkıdır dır',
  cy: 'y yr a i o yn ar mae gan am ei eu oedd bod wedi hawl neu pob gyda at fel nid yw ac sydd un na dim ond er mewn iddo iddi hyn ni nhw roedd bydd',
  ga: 'an na agus i ar is a le go do bhí tá ag de as ní nach sé sí seo sin gach duine ceart chun nó',
  vi: 'và của là có trong được các một không cho với người những này đã để về khi mọi quyền hay hoặc',
  id: 'yang dan di untuk dengan dari pada ini dalam itu tidak akan adalah oleh atau setiap orang berhak ke sebagai hak ada',
  so: 'iyo ka ku oo u in la waa ay uu wuxuu leeyahay xaq qof kasta ah ama si',
};

export const FUNCTION_WORDS: Readonly<Record<string, ReadonlySet<string>>> = lookupTable(
  Object.fromEntries(Object.entries(WORDS).map(([language, words]) => [language, new Set(words.split(' '))])),
);
