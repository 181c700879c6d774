import { ALLERGIES, CONDITIONS_OF_HEALTH, MEDICINES, PEOPLE, INTENTS, type AudienceFlag } from '@steepsis/core';

/** One thing to tick of who drinks it: in the list, and in the sentence. */
export type AudienceChoice = { value: AudienceFlag; label: string; short: string; group: string };

const PEOPLE_WORDS: Record<(typeof PEOPLE)[number], [label: string, short: string]> = {
  infant: ['A baby under 12 months', 'a baby'],
  toddler: ['A child of 1 to 3', 'a small child'],
  child: ['A child (4 to 12)', 'a child'],
  pregnant: ['Someone pregnant', 'someone pregnant'],
  breastfeeding: ['Someone breastfeeding', 'someone breastfeeding'],
  vulnerable: ['Someone with weak immunity', 'someone with weak immunity'],
  driving: ['A driver', 'a driver'],
  'no-alcohol': ['Someone who wants no alcohol', 'no alcohol'],
  'no-caffeine': ['Someone who wants no caffeine', 'no caffeine'],
  'surgery-soon': ['Someone with surgery within 14 days', 'someone with surgery soon'],
};

const MEDICINE_WORDS: Record<(typeof MEDICINES)[number], string> = {
  bp: 'blood pressure',
  diabetes: 'diabetes',
  diuretic: 'water tablets',
  anticoagulant: 'blood thinners',
  statin: 'statins',
  sedative: 'sedatives',
  contraceptive: 'contraceptives',
  hormone: 'hormones',
  tamoxifen: 'tamoxifen',
  thyroid: 'thyroid',
  iron: 'iron',
  immunosuppressant: 'immune suppressants',
  antiarrhythmic: 'heart rhythm',
  corticosteroid: 'steroids',
  digoxin: 'digoxin',
  antimalarial: 'malaria',
  unknown: 'some medicine, not known which',
};

const CONDITION_WORDS: Record<(typeof CONDITIONS_OF_HEALTH)[number], string> = {
  high_bp: 'high blood pressure',
  low_bp: 'low blood pressure',
  heart: 'heart',
  kidney: 'kidneys',
  liver: 'liver',
  low_potassium: 'low potassium',
  epilepsy: 'epilepsy',
  gallstone: 'gallstones',
  reflux: 'reflux',
  anaemia: 'anaemia',
  hormone_sensitive: 'hormone-sensitive condition',
  immunocompromised: 'weakened immunity',
};

const ALLERGY_WORDS: Record<(typeof ALLERGIES)[number], string> = {
  sulphite: 'sulphites',
  tree_nut: 'tree nuts',
  peanut: 'peanuts',
  coconut: 'coconut',
  soya: 'soya',
  milk: 'milk',
  ragweed: 'ragweed or daisies',
  cashew: 'cashew or pistachio',
  celery_mugwort: 'celery or mugwort',
};

const INTENT_WORDS: Record<(typeof INTENTS)[number], [label: string, short: string]> = {
  share: ['To give away', 'to give away'],
  sell: ['To sell', 'to sell'],
  pets: ['With pets in the house', 'with pets about'],
  'child-helper': ['With a child helping', 'with a child helping'],
};

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

export const AUDIENCE_CHOICES: readonly AudienceChoice[] = [
  ...PEOPLE.map((p) => ({ value: p, label: PEOPLE_WORDS[p][0], short: PEOPLE_WORDS[p][1], group: 'At the table' })),
  ...MEDICINES.map((m) => ({
    value: `medicine:${m}` as const,
    label: capital(MEDICINE_WORDS[m]),
    short: `medicine for ${MEDICINE_WORDS[m]}`,
    group: 'On medicine for',
  })),
  ...CONDITIONS_OF_HEALTH.map((c) => ({
    value: `condition:${c}` as const,
    label: capital(CONDITION_WORDS[c]),
    short: CONDITION_WORDS[c],
    group: 'Living with',
  })),
  ...ALLERGIES.map((a) => ({
    value: `allergy:${a}` as const,
    label: capital(ALLERGY_WORDS[a]),
    short: `allergic to ${ALLERGY_WORDS[a]}`,
    group: 'Allergic to',
  })),
  ...INTENTS.map((i) => ({ value: i, label: INTENT_WORDS[i][0], short: INTENT_WORDS[i][1], group: 'What for' })),
];

/** A ticked flag in the sentence; what release 1 called by another name too. */
export const audienceShort = (flag: AudienceFlag): string =>
  AUDIENCE_CHOICES.find((c) => c.value === (flag === 'blood-pressure-medicine' ? 'medicine:bp' : flag))?.short ?? flag;
