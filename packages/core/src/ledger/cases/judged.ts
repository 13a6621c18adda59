/** Facts run through every place that judges them. */
import type { CaseRule } from './facts.js';
import { switchOn } from '../../circuit/index.js';
import { boredHole, joistCut, setback, type Judged } from '../../codebook/index.js';
import { inches } from '../../measure/index.js';
import { emptySite, type Verdict } from '../../model/index.js';
import { breakerFindings } from '../../panel/index.js';
import { benchFindings } from '../../wiring/index.js';
import { ledgerOf } from '../ledger.js';
import { outletJob, ownCircuit, wiredRun } from './asDocument.js';
import type { Facts, WoodFacts } from './facts.js';

export interface Said {
  rule: CaseRule;
  verdict: Verdict;
  /** none where two sentences were made one */
  code?: string;
  says: string;
  /** what the person does next */
  ask?: string | undefined;
  remedies?: number;
}

function woodFindings(facts: WoodFacts): Said[] {
  const said = (rule: CaseRule, { verdict, code, says, ask }: Judged): Said => ({ rule, verdict, code, says, ask });
  if ('front' in facts) {
    const { behind, burns } = facts.front;
    return [said('setback', setback('US-2020', burns, behind === 'not measured' ? undefined : inches(behind)))];
  }
  if ('joist' in facts) {
    const { depth, cut, size, woodLeft, third } = facts.joist;
    const judged = joistCut({
      ...{ joistDepthMm: inches(depth), cut, sizeMm: inches(size) },
      ...(woodLeft === undefined ? {} : { toEdgeMm: inches(woodLeft) }),
      ...(third ? { third } : {}),
    });
    return [said('joist-cut', judged)];
  }
  const { depth, hole, bearing, middleFromFace } = facts.stud;
  const judged = boredHole({
    ...{ edition: 'US-2020', studDepthMm: inches(depth), holeMm: inches(hole) },
    ...(bearing === 'not known' || bearing === undefined ? {} : { bearing }),
    ...(middleFromFace === undefined ? {} : { centreFromFaceMm: inches(middleFromFace) }),
  });
  // a steel plate over it is what a hole near the face asks for
  return [said('stud-hole', judged), { rule: 'plate', verdict: judged.plate ? 'caution' : 'ok', says: judged.says }];
}

export function judged(facts: Facts): Said[] {
  if ('outlet' in facts) return ledgerOf(outletJob(facts.outlet)).map((f) => ({ ...f, remedies: f.remedies.length }));
  if ('wood' in facts) return woodFindings(facts.wood);
  if ('wired' in facts) {
    const bench = wiredRun(facts.wired);
    return benchFindings(switchOn(bench), bench, 'US-2020');
  }
  const { edition, circuit } = ownCircuit(facts.ownCircuit);
  return breakerFindings(emptySite(), edition, circuit);
}
