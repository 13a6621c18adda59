/** Fault finding on a final circuit as a job: what its readings say and what explains them, and the steps from locking off to the record. */
import { faultFindingWords } from '../words/alteration/faultJob.js';
import { toldBy, type Told } from '../words/phrases.js';
import { faultWords, lengthsRead, outletsOf, readingLines, ringSearch, shapeOf, sharePercent } from '../finals/index.js';
import { spent, step, type Draft, type StepAsk, type Target } from '../work/index.js';
import type { Finding } from '../codebook/index.js';
import type { Final, JobInBook } from '../model/index.js';

/** So many explanations are named. */
const NAMED = 3;
type Says = Told & Pick<Finding, 'verdict'> & Partial<Pick<Finding, 'subject' | 'sums' | 'source'>>;

/** What was read out of line, and what explains it all. */
export function faultFindings(job: JobInBook, final: Final, say: (rule: 'out-of-line' | 'explains', told: Says) => void): void {
  const incoming = job.incoming ?? {};
  for (const { due, judged } of readingLines(final, incoming))
    if (judged && judged.verdict !== 'ok' && judged.verdict !== 'note')
      say('out-of-line', { ...judged, ...faultFindingWords.outOfLine({ reading: due.words, point: due.point?.name, told: toldBy(judged) }), subject: `${due.test}/${due.point?.id ?? 'board'}` }); // prettier-ignore
  const search = ringSearch(final, incoming);
  if (!search) {
    const why = !shapeOf(final).ring ? faultFindingWords.noRing() : lengthsRead(final).unknown.length ? faultFindingWords.lengthsMissing() : faultFindingWords.nothingRead(); // prettier-ignore
    return say('explains', { verdict: 'can’t tell', ...why });
  }
  const named = search.suspects
    .slice(0, NAMED)
    .map((s) => `${s.fault ? faultWords(final, s.fault) : 'all as noted'} (${sharePercent(s.share)})`);
  say('explains', {
    verdict: 'note',
    ...(named.length ? faultFindingWords.likely({ named }) : faultFindingWords.nothingFits({ search: search.says })),
  });
}

/** @param asks end to end and at the worst point, as they must read once it is mended */
export function faultSteps(final: Final, target: Target, asks: StepAsk[], search: string | undefined): Draft[] {
  const ring = final.shape === 'ring';
  const points = outletsOf(final).length;
  const dead = [target];
  return [
    step('read', ring ? 'Dead tests of the whole ring' : 'Dead tests of the whole circuit', [spent('dead tests of a point', Math.max(1, points / 2))],
      [ring ? 'r1, rn, r2 end to end first; then line to neutral and line to earth cross-connected at every point.' : 'Line joined with the protective conductor at the board; then line to earth at every point.',
        'Insulation with everything unplugged.', 'Each is noted on the circuit’s page of tests: what explains them stands there, and in the ledger.'],
      { dead, place: { words: 'board and points' } }),
    step('mend', 'Open what the readings name, and mend it', [spent('open and take apart'), spent('strip, splice, land', 2), spent('mount device and plate')],
      [...(search ? [`By what was read: ${search}`] : ['Nothing was read yet: read before anything is opened.']),
        'Where a long lead is needed: from one end at the board to the socket in the middle; through means it lies beyond, and so on by halves.',
        'A terminal that is loose: the conductor bared anew, doubled, tightened, tugged. Old insulation that crumbles is not taped: the cable is renewed.'],
      // what stops it is what is mended here
      { dead, place: { words: 'where the readings point' } }),
    step('dead-tests', 'The dead tests again', [spent('dead tests of a point', ring ? 2 : 1)],
      ['Every test that was out of line, and all that the opened point bears on.'],
      { dead, asks, place: { words: 'board and points' } }),
  ];
} // prettier-ignore
