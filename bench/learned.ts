import { fits, forAudience, learnedLines, readSearch } from '@perambula/core';
import type { JudgedHome, LearnedLine, ListingRecord } from '@perambula/core';
import { buildCounty, HOUSEHOLDS, opinionOf, randomOf, streamListings, TIME_ZONE } from '@perambula/county';
import type { CountyPerson, Wish } from '@perambula/county';

const NOW = Date.parse('2026-04-14T13:12:00Z');
const LISTINGS = 20_000;
/** Each person lives so many times, with other homes and moods. */
const LIVES = 60;
const ANSWERS = [10, 20, 40] as const;
/** A wish is acted on when so many homes were refused for it. */
const ACTED_ON = 2;

/** Facts that are the same thing counted otherwise. */
const SAME: Readonly<Record<string, string>> = { BathroomsTotalInteger: 'Baths', AssociationFee: 'FeePerMonth' };

interface Tally {
  acted: number;
  found: number;
  told: number;
  wrong: number;
}

/**
 * Of what the county's people secretly wish and act on, how much is learned from their answers, and how much of what is
 * learned is no wish of theirs.
 */
export function benchLearned(): void {
  const county = [...streamListings(buildCounty(), LISTINGS, NOW)] as unknown as ListingRecord[];
  const people = HOUSEHOLDS.flatMap(({ people: each, search }) => {
    if (!search) return [];
    const read = readSearch(search.document);
    const document = { ...read, lines: read.lines.filter(({ id }) => id !== 'status') };
    const homes = county.filter((record) => fits(document, record, CONTEXT)).map((record) => forAudience(record, 'client'));
    return each.filter(({ temper }) => temper.says > 0).map((who) => ({ who, homes }));
  });
  console.log(`\nLines learned from answers: ${people.length} people of the county, ${LIVES} lives each`);
  for (const answers of ANSWERS) {
    const tally: Tally = { acted: 0, found: 0, told: 0, wrong: 0 };
    for (const [i, { who, homes }] of people.entries())
      for (let life = 0; life < LIVES; life++) count(tally, who.wishes, judged(who, homes, answers, i * 1000 + life));
    console.log(
      `  after ${answers} answers: ${share(tally.found, tally.acted)} of wishes acted on are found (${tally.found} of ${tally.acted}); ` +
        `${tally.wrong} of ${tally.told} lines told are no wish of theirs (${share(tally.wrong, tally.told)})`,
    );
  }
}

const CONTEXT = { now: NOW, zone: TIME_ZONE };

interface Answers {
  readonly homes: readonly JudgedHome[];
  /** Of each wish, for how many homes it was the reason. */
  readonly refusedFor: ReadonlyMap<Wish, number>;
}

/** What somebody answers to so many homes of those that fit their search, as chance brings them. */
function judged({ temper, wishes }: CountyPerson, homes: readonly ListingRecord[], answers: number, seed: number): Answers {
  const random = randomOf(11, seed);
  const refusedFor = new Map<Wish, number>();
  const said: JudgedHome[] = [];
  const left = [...homes];
  for (let n = Math.min(answers, homes.length); n > 0; n--) {
    const [record = left[0] as ListingRecord] = left.splice(random.int(0, left.length - 1), 1);
    const { verdict, note } = opinionOf(record, wishes, random);
    const failed = verdict === 'notForUs' ? wishes.find(({ complaint }) => complaint === note) : undefined;
    if (failed) refusedFor.set(failed, (refusedFor.get(failed) ?? 0) + 1);
    const writes = random.chance(temper.writes);
    if (verdict !== 'unsure') said.push({ record, liked: verdict === 'like', note: writes ? note : '' });
  }
  return { homes: said, refusedFor };
}

function count(tally: Tally, wishes: readonly Wish[], { homes, refusedFor }: Answers): void {
  const learned = learnedLines(homes);
  const acted = wishes.filter((wish) => (refusedFor.get(wish) ?? 0) >= ACTED_ON);
  tally.acted += acted.length;
  tally.found += acted.filter((wish) => learned.some((line) => isOf(line, wish))).length;
  tally.told += learned.length;
  tally.wrong += learned.filter((line) => !wishes.some((wish) => isOf(line, wish))).length;
}

/** Whether a line goes by the same fact and the same way as a wish. */
function isOf({ field, is }: LearnedLine, wish: Wish): boolean {
  const way = Object.keys(is)[0];
  const waysOf: Readonly<Record<Wish['way'], readonly string[]>> = {
    atLeast: ['atLeast'],
    atMost: ['atMost'],
    noneOf: ['noneOf', 'yes'],
    oneOf: ['anyOf', 'noneOf'],
  };
  return field === (SAME[wish.field] ?? wish.field) && waysOf[wish.way].includes(String(way));
}

function share(some: number, all: number): string {
  return all === 0 ? 'none' : `${Math.round((100 * some) / all)} %`;
}
