/**
 * Herbicidal substances by all the names that labels print: the common name, CAS numbers, synonyms and chemical names, and
 * for acids the salts and esters they are sold as.
 *
 * Everything here is recalled, no source at hand; the test holds it to what can be checked without one: the check digit of
 * each CAS number, and acid equivalents against molar masses by formula.
 */

export type Substance = Readonly<{
  /** the common name (ISO), as this project writes it */
  name: string;
  /** site of action, HRAC/WSSA number (classification of 2020 and later); 0: unknown; null: none */
  group: number | null;
  cas: string;
  /** molecular formula of what `cas` names */
  formula: string;
  /** common, older and chemical names, racemates and acids of esters among them: one substance in every limit */
  synonyms: readonly string[];
  /** CAS numbers of the salts and esters of an acid, by the form's name below */
  forms?: Readonly<Partial<Record<FormName, string>>>;
}>;

/**
 * What an acid is sold as. `adds`: formula of the amine, alcohol or metal; `loses`: what goes when the two are joined.
 * Salts of amines add whole; esters lose water, metals a hydrogen.
 */
export const FORMS = {
  'dimethylamine salt': { adds: 'C2H7N', loses: '', words: ['dimethylamine', 'dimethylammonium', 'dma'] },
  'diethanolamine salt': { adds: 'C4H11NO2', loses: '', words: ['diethanolamine', 'diolamine', 'dea'] },
  'monoethanolamine salt': {
    adds: 'C2H7NO',
    loses: '',
    words: ['monoethanolamine', 'ethanolamine', 'olamine', 'mea'],
  },
  'isopropylamine salt': { adds: 'C3H9N', loses: '', words: ['isopropylamine', 'isopropylammonium', 'ipa'] },
  'triethylamine salt': { adds: 'C6H15N', loses: '', words: ['triethylamine', 'triethylammonium', 'tea'] },
  'triisopropanolamine salt': { adds: 'C9H21NO3', loses: '', words: ['triisopropanolamine', 'tipa'] },
  'diglycolamine salt': { adds: 'C4H11NO2', loses: '', words: ['diglycolamine', 'dga'] },
  'choline salt': { adds: 'C5H15NO2', loses: 'H2O', words: ['choline'] },
  'ammonium salt': { adds: 'NH3', loses: '', words: ['ammonium', 'monoammonium'] },
  'sodium salt': { adds: 'Na', loses: 'H', words: ['sodium', 'na'] },
  'potassium salt': { adds: 'K', loses: 'H', words: ['potassium', 'k'] },
  '2-ethylhexyl ester': {
    adds: 'C8H18O',
    loses: 'H2O',
    words: ['2-ethylhexyl', 'ethylhexyl', '2-ehe', 'ehe'],
  },
  'isooctyl ester': { adds: 'C8H18O', loses: 'H2O', words: ['isooctyl', 'ioe'] },
  '1-methylheptyl ester': {
    adds: 'C8H18O',
    loses: 'H2O',
    words: ['1-methylheptyl', 'methylheptyl', 'meptyl'],
  },
  'butoxyethyl ester': {
    adds: 'C6H14O2',
    loses: 'H2O',
    words: ['2-butoxyethyl', 'butoxyethyl', 'butoxyethanol', 'butotyl', 'bee'],
  },
} as const satisfies Record<string, Readonly<{ adds: string; loses: string; words: readonly string[] }>>;
export type FormName = keyof typeof FORMS;
export const FORM_NAMES = Object.keys(FORMS) as FormName[];

export const SUBSTANCES: readonly Substance[] = [
  // group 1
  {
    name: 'fenoxaprop-P-ethyl',
    group: 1,
    cas: '71283-80-2',
    formula: 'C18H16ClNO5',
    synonyms: ['fenoxaprop', 'fenoxaprop-P', 'fenoxaprop-ethyl', '66441-23-4', '113158-40-0'],
  },
  { name: 'pinoxaden', group: 1, cas: '243973-20-8', formula: 'C23H32N2O4', synonyms: [] },
  { name: 'sethoxydim', group: 1, cas: '74051-80-2', formula: 'C17H29NO3S', synonyms: [] },
  { name: 'clethodim', group: 1, cas: '99129-21-2', formula: 'C17H26ClNO3S', synonyms: [] },
  // group 2
  {
    name: 'metsulfuron-methyl',
    group: 2,
    cas: '74223-64-6',
    formula: 'C14H15N5O6S',
    synonyms: ['metsulfuron'],
  },
  {
    name: 'halosulfuron-methyl',
    group: 2,
    cas: '100784-20-1',
    formula: 'C13H15ClN6O7S',
    synonyms: ['halosulfuron'],
  },
  { name: 'sulfosulfuron', group: 2, cas: '141776-32-1', formula: 'C16H18N6O7S2', synonyms: [] },
  {
    name: 'trifloxysulfuron',
    group: 2,
    cas: '145099-21-4',
    formula: 'C14H14F3N5O6S',
    synonyms: ['trifloxysulfuron-sodium', '199119-58-9'],
  },
  { name: 'foramsulfuron', group: 2, cas: '173159-57-4', formula: 'C17H20N6O7S', synonyms: [] },
  { name: 'flazasulfuron', group: 2, cas: '104040-78-0', formula: 'C13H12F3N5O5S', synonyms: [] },
  {
    name: 'bispyribac-sodium',
    group: 2,
    cas: '125401-92-5',
    formula: 'C19H17N4NaO8',
    synonyms: ['bispyribac', '125401-75-4'],
  },
  { name: 'imazaquin', group: 2, cas: '81335-37-7', formula: 'C17H17N3O3', synonyms: ['imazaquin-ammonium'] },
  { name: 'imazapic', group: 2, cas: '104098-48-8', formula: 'C14H17N3O3', synonyms: ['imazapic-ammonium'] },
  { name: 'penoxsulam', group: 2, cas: '219714-96-2', formula: 'C16H14F5N5O5S', synonyms: [] },
  { name: 'pyrimisulfan', group: 2, cas: '221205-90-9', formula: 'C16H19F2N3O6S', synonyms: [] },
  { name: 'florasulam', group: 2, cas: '145701-23-1', formula: 'C12H8F3N5O3S', synonyms: [] },
  {
    name: 'thiencarbazone-methyl',
    group: 2,
    cas: '317815-83-1',
    formula: 'C12H14N4O7S2',
    synonyms: ['thiencarbazone'],
  },
  // group 3
  {
    name: 'prodiamine',
    group: 3,
    cas: '29091-21-2',
    formula: 'C13H17F3N4O4',
    synonyms: ['2,4-dinitro-N3,N3-dipropyl-6-(trifluoromethyl)-1,3-benzenediamine'],
  },
  { name: 'dithiopyr', group: 3, cas: '97886-45-8', formula: 'C15H16F5NO2S2', synonyms: [] },
  {
    name: 'pendimethalin',
    group: 3,
    cas: '40487-42-1',
    formula: 'C13H19N3O4',
    synonyms: ['N-(1-ethylpropyl)-3,4-dimethyl-2,6-dinitrobenzenamine'],
  },
  { name: 'benfluralin', group: 3, cas: '1861-40-1', formula: 'C13H16F3N3O4', synonyms: ['benefin'] },
  { name: 'trifluralin', group: 3, cas: '1582-09-8', formula: 'C13H16F3N3O4', synonyms: [] },
  { name: 'oryzalin', group: 3, cas: '19044-88-3', formula: 'C12H18N4O6S', synonyms: [] },
  {
    name: 'chlorthal-dimethyl',
    group: 3,
    cas: '1861-32-1',
    formula: 'C10H6Cl4O4',
    synonyms: ['DCPA', 'chlorthal', 'dimethyl tetrachloroterephthalate'],
  },
  { name: 'propyzamide', group: 3, cas: '23950-58-5', formula: 'C12H11Cl2NO', synonyms: ['pronamide'] },
  // group 4
  {
    name: '2,4-D',
    group: 4,
    cas: '94-75-7',
    formula: 'C8H6Cl2O3',
    synonyms: [
      '2,4-dichlorophenoxyacetic acid',
      '(2,4-dichlorophenoxy)acetic acid',
      '2,4-dichlorophenoxyacetate',
    ],
    forms: {
      'dimethylamine salt': '2008-39-1',
      '2-ethylhexyl ester': '1928-43-4',
      'butoxyethyl ester': '1929-73-3',
      'choline salt': '1048373-72-3',
      'triisopropanolamine salt': '32341-80-3',
      'isopropylamine salt': '5742-17-6',
      'isooctyl ester': '25168-26-7',
      'sodium salt': '2702-72-9',
      'diethanolamine salt': '5742-19-8',
    },
  },
  {
    name: 'MCPA',
    group: 4,
    cas: '94-74-6',
    formula: 'C9H9ClO3',
    synonyms: [
      '2-methyl-4-chlorophenoxyacetic acid',
      '(4-chloro-2-methylphenoxy)acetic acid',
      '4-chloro-o-tolyloxyacetic acid',
    ],
    forms: {
      'dimethylamine salt': '2039-46-5',
      '2-ethylhexyl ester': '29450-45-1',
      'sodium salt': '3653-48-3',
      'isooctyl ester': '26544-20-7',
    },
  },
  {
    name: 'mecoprop-P',
    group: 4,
    cas: '16484-77-8',
    formula: 'C10H11ClO3',
    synonyms: [
      'mecoprop',
      'MCPP',
      'MCPP-P',
      '93-65-2',
      '7085-19-0',
      '32351-70-5',
      '(R)-2-(4-chloro-2-methylphenoxy)propanoic acid',
      '2-(4-chloro-2-methylphenoxy)propionic acid',
      '(+)-(R)-2-(2-methyl-4-chlorophenoxy)propionic acid',
      '2-(2-methyl-4-chlorophenoxy)propionic acid',
    ],
    forms: { 'dimethylamine salt': '66423-09-4' },
  },
  {
    name: 'dichlorprop-P',
    group: 4,
    cas: '15165-67-0',
    formula: 'C9H8Cl2O3',
    synonyms: [
      'dichlorprop',
      '2,4-DP',
      '2,4-DP-P',
      '120-36-5',
      '(R)-2-(2,4-dichlorophenoxy)propanoic acid',
      '2-(2,4-dichlorophenoxy)propionic acid',
    ],
    forms: { '2-ethylhexyl ester': '865363-39-9' },
  },
  {
    name: 'dicamba',
    group: 4,
    cas: '1918-00-9',
    formula: 'C8H6Cl2O3',
    synonyms: ['3,6-dichloro-o-anisic acid', '3,6-dichloro-2-methoxybenzoic acid'],
    forms: {
      'dimethylamine salt': '2300-66-5',
      'sodium salt': '1982-69-0',
      'diglycolamine salt': '104040-79-1',
    },
  },
  {
    name: 'triclopyr',
    group: 4,
    cas: '55335-06-3',
    formula: 'C7H4Cl3NO3',
    synonyms: [
      '3,5,6-trichloro-2-pyridinyloxyacetic acid',
      '[(3,5,6-trichloro-2-pyridinyl)oxy]acetic acid',
      '3,5,6-trichloro-2-pyridyloxyacetic acid',
    ],
    forms: {
      'triethylamine salt': '57213-69-1',
      'butoxyethyl ester': '64700-56-7',
      'choline salt': '1048373-85-8',
    },
  },
  {
    name: 'fluroxypyr',
    group: 4,
    cas: '69377-81-7',
    formula: 'C7H5Cl2FN2O3',
    synonyms: [
      '[(4-amino-3,5-dichloro-6-fluoro-2-pyridinyl)oxy]acetic acid',
      '4-amino-3,5-dichloro-6-fluoro-2-pyridyloxyacetic acid',
    ],
    forms: { '1-methylheptyl ester': '81406-37-3' },
  },
  {
    name: 'clopyralid',
    group: 4,
    cas: '1702-17-6',
    formula: 'C6H3Cl2NO2',
    synonyms: [
      '3,6-dichloro-2-pyridinecarboxylic acid',
      '3,6-dichloropyridine-2-carboxylic acid',
      '3,6-dichloropicolinic acid',
    ],
    forms: { 'monoethanolamine salt': '57754-85-5' },
  },
  {
    name: 'quinclorac',
    group: 4,
    cas: '84087-01-4',
    formula: 'C10H5Cl2NO2',
    synonyms: ['3,7-dichloro-8-quinolinecarboxylic acid', '3,7-dichloroquinoline-8-carboxylic acid'],
  },
  {
    name: 'halauxifen-methyl',
    group: 4,
    cas: '943831-98-9',
    formula: 'C14H11Cl2FN2O3',
    synonyms: ['halauxifen'],
  },
  {
    name: 'picloram',
    group: 4,
    cas: '1918-02-1',
    formula: 'C6H3Cl3N2O2',
    synonyms: ['4-amino-3,5,6-trichloropicolinic acid'],
  },
  { name: 'aminopyralid', group: 4, cas: '150114-71-9', formula: 'C6H4Cl2N2O2', synonyms: [] },
  // group 5
  { name: 'simazine', group: 5, cas: '122-34-9', formula: 'C7H12ClN5', synonyms: [] },
  { name: 'atrazine', group: 5, cas: '1912-24-9', formula: 'C8H14ClN5', synonyms: [] },
  { name: 'amicarbazone', group: 5, cas: '129909-90-6', formula: 'C10H19N5O2', synonyms: [] },
  { name: 'siduron', group: 5, cas: '1982-49-6', formula: 'C14H20N2O', synonyms: [] },
  // group 6
  {
    name: 'bentazon',
    group: 6,
    cas: '25057-89-0',
    formula: 'C10H12N2O3S',
    synonyms: ['bentazone'],
    forms: { 'sodium salt': '50723-80-3' },
  },
  // group 9 and 10
  {
    name: 'glyphosate',
    group: 9,
    cas: '1071-83-6',
    formula: 'C3H8NO5P',
    synonyms: ['N-(phosphonomethyl)glycine'],
    forms: {
      'isopropylamine salt': '38641-94-0',
      'potassium salt': '70901-12-1',
      'dimethylamine salt': '34494-04-7',
      'ammonium salt': '114370-14-8',
    },
  },
  {
    name: 'glufosinate-ammonium',
    group: 10,
    cas: '77182-82-2',
    formula: 'C5H15N2O4P',
    synonyms: ['glufosinate', '51276-47-2'],
  },
  // group 14
  { name: 'oxadiazon', group: 14, cas: '19666-30-9', formula: 'C15H18Cl2N2O3', synonyms: [] },
  { name: 'flumioxazin', group: 14, cas: '103361-09-7', formula: 'C19H15FN2O4', synonyms: [] },
  { name: 'sulfentrazone', group: 14, cas: '122836-35-5', formula: 'C11H10Cl2F2N4O3S', synonyms: [] },
  {
    name: 'carfentrazone-ethyl',
    group: 14,
    cas: '128639-02-1',
    formula: 'C15H14Cl2F3N3O3',
    synonyms: ['carfentrazone', '128621-72-7'],
  },
  // group 15
  {
    name: 'S-metolachlor',
    group: 15,
    cas: '87392-12-9',
    formula: 'C15H22ClNO2',
    synonyms: ['metolachlor', '51218-45-2'],
  },
  {
    name: 'dimethenamid-P',
    group: 15,
    cas: '163515-14-8',
    formula: 'C12H18ClNO2S',
    synonyms: ['dimethenamid', '87674-68-8'],
  },
  { name: 'ethofumesate', group: 15, cas: '26225-79-6', formula: 'C13H18O5S', synonyms: [] },
  // group 22 to 30
  {
    name: 'diquat',
    group: 22,
    cas: '85-00-7',
    formula: 'C12H12Br2N2',
    synonyms: ['diquat dibromide', 'diquat bromide', '2764-72-9', '6385-62-2'],
  },
  {
    name: 'mesotrione',
    group: 27,
    cas: '104206-82-8',
    formula: 'C14H13NO7S',
    synonyms: ['2-[4-(methylsulfonyl)-2-nitrobenzoyl]-1,3-cyclohexanedione'],
  },
  { name: 'topramezone', group: 27, cas: '210631-68-8', formula: 'C16H17N3O5S', synonyms: [] },
  { name: 'indaziflam', group: 29, cas: '950782-86-2', formula: 'C16H20FN5', synonyms: [] },
  { name: 'isoxaben', group: 29, cas: '82558-50-7', formula: 'C18H24N2O4', synonyms: [] },
  { name: 'methiozolin', group: 30, cas: '403640-27-7', formula: 'C17H17F2NO2S', synonyms: [] },
  // none, or not known
  {
    name: 'MSMA',
    group: 0,
    cas: '2163-80-6',
    formula: 'CH4AsNaO3',
    synonyms: ['monosodium methanearsonate', 'monosodium acid methanearsonate', 'monosodium methylarsonate'],
  },
  {
    name: 'pelargonic acid',
    group: 0,
    cas: '112-05-0',
    formula: 'C9H18O2',
    synonyms: ['nonanoic acid', 'ammonium nonanoate', '63718-65-0'],
  },
  { name: 'corn gluten meal', group: null, cas: '66071-96-3', formula: '', synonyms: ['corn gluten'] },
  {
    name: 'iron HEDTA',
    group: null,
    cas: '17084-02-5',
    formula: 'C10H15FeN2O7',
    synonyms: ['FeHEDTA', 'iron(III) HEDTA', 'ferric HEDTA', 'iron hydroxyethylethylenediaminetriacetate'],
  },
  { name: 'acetic acid', group: null, cas: '64-19-7', formula: 'C2H4O2', synonyms: [] },
  { name: 'caprylic acid', group: 0, cas: '124-07-2', formula: 'C8H16O2', synonyms: ['octanoic acid'] },
  { name: 'capric acid', group: 0, cas: '334-48-5', formula: 'C10H20O2', synonyms: ['decanoic acid'] },
  { name: 'citric acid', group: null, cas: '77-92-9', formula: 'C6H8O7', synonyms: [] },
  { name: 'eugenol', group: null, cas: '97-53-0', formula: 'C10H12O2', synonyms: ['clove oil'] },
  { name: 'd-limonene', group: null, cas: '5989-27-5', formula: 'C10H16', synonyms: [] },
];

/** g/mol: standard atomic weights (IUPAC, abridged; from memory). */
const WEIGHTS: Readonly<Record<string, number>> = {
  H: 1.008,
  C: 12.011,
  N: 14.007,
  O: 15.999,
  F: 18.998,
  Na: 22.99,
  P: 30.974,
  S: 32.06,
  Cl: 35.45,
  K: 39.098,
  Fe: 55.845,
  As: 74.922,
  Br: 79.904,
};

/** g/mol of a molecular formula such as C8H6Cl2O3. @throws RangeError for an element that is not among the weights */
export function molarMass(formula: string): number {
  let sum = 0;
  for (const [, element, count] of formula.matchAll(/([A-Z][a-z]?)(\d*)/g)) {
    const weight = WEIGHTS[element!];
    if (weight === undefined) throw new RangeError(`No atomic weight of ${element} in ${formula}`);
    sum += weight * Number(count || 1);
  }
  return sum;
}

/** kg of acid in a kg of one of its salts or esters. */
export function acidShare({ formula }: Substance, form: FormName): number {
  const { adds, loses } = FORMS[form];
  const acid = molarMass(formula);
  return acid / (acid + molarMass(adds) - molarMass(loses));
}

/** Whether the last digit of a CAS number is that of its others: published, CAS Registry; the rule from memory. */
export function isCasNumber(text: string): boolean {
  const digits = /^(\d{2,7})-(\d{2})-(\d)$/.exec(text.trim());
  if (!digits) return false;
  const rising = [...`${digits[1]}${digits[2]}`].toReversed().map(Number);
  return rising.reduce((sum, d, i) => sum + d * (i + 1), 0) % 10 === Number(digits[3]);
}
