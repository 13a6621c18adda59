/** What a person gets beside the work itself, by the UK book: what to press and when, where joints are, which papers. Intervals from memory. */
import { plannedOf, subjectOf } from '../alteration/index.js';
import type { JobInBook } from '../model/index.js';
import { UK_SAFETY } from './alterationSheet.js';

const residualWords = (residual: boolean | undefined): string[] =>
  residual === undefined
    ? ['Whether a 30 mA device stands ahead was not looked at: where one has a button, it is pressed every six months (514.12.2, memory).']
    : residual
      ? ['The 30 mA device: press its button every six months; it must open, then switch it on again (514.12.2, memory).']
      : [];

export function ukHandedOver(job: JobInBook): { safety: string; circuits: string; toTest: string[]; junctions: string[]; noJunctions: string; papers: string[]; foot: string } {
  const { final, site } = plannedOf(job);
  const subject = subjectOf(job);
  const own = job.alteration?.kind === 'own radial';
  const placeOf = (boxId: string | undefined): string => {
    const box = site.boxes.find((b) => b.id === boxId);
    const wall = site.walls.find((w) => w.id === box?.wallId);
    const room = box && site.rooms.find((r) => r.id === wall?.faces[box.face].roomId);
    return [room?.name, wall?.name].filter(Boolean).join(', ') || 'place not said';
  };
  const before = new Set(subject?.final?.points.map((p) => p.id));
  const joints = (final?.points ?? []).filter((p) => p.kind === 'joint' && !before.has(p.id));
  const inBox = job.alteration?.kind === 'into ring' && subject?.point ? [`${subject.point.name}, ${placeOf(subject.point.boxId)}: behind its face the cable that led on is joined to the new one.`] : [];
  return {
    safety: UK_SAFETY,
    circuits: final ? `way ${final.number}, ${final.name}${final.ratingA ? `, ${final.curve ?? ''}${final.ratingA} A` : ''}` : '',
    toTest: [
      ...residualWords(final?.residual),
      ...(final?.arcFault ? ['The arc-fault device: where it has a button, every six months too.'] : []),
      'A face that holds a plug loosely, gets warm, buzzes or smells: leave it alone, breaker off, have it looked at.',
      'The whole installation: an inspection by an electrician at least every ten years, five where it is let, and when the house changes hands (guidance; memory).',
    ],
    junctions: [
      ...joints.map((p) => `${p.name}, ${placeOf(p.boxId)}: under a blank plate, which stays where a hand can reach it.`),
      ...inBox,
    ],
    noJunctions: 'Nothing of this job is joined beside the terminals of its accessories.',
    papers: [
      own ? 'Electrical installation certificate with its schedules, signed by whoever designed, built and tested it.' : 'Minor electrical installation works certificate, signed by the competent person; its figures are the other paper of this job.',
      ...(own ? ['The notice that building control was told, or the certificate of the registered electrician.'] : []),
      ...(final?.runs.some((r) => r.cores === 'red and black') && final.runs.some((r) => r.cores === 'brown and blue') ? ['The notice of two colours stands at the consumer unit (514.14, memory).'] : []),
    ],
    foot: 'Values by BS 7671:2018+A2:2022 are from memory: check them with the book.',
  };
} // prettier-ignore
