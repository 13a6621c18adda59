/** The two boxes: what they hold, where they sit, what they would run into. */
import { DEVICE_KINDS, FINISHES, nec, practice } from '../catalog/index.js';
import { freeConductor, securing, setback, sheathInside, sheathBySchool, term, type Judged } from '../codebook/index.js';
import {
  accessibleReach,
  backToBack,
  carryThrough,
  cavityDepth,
  fireRatedBackToBack,
  heightMatch,
  obstacleCollision,
  openingRect,
  otherBoxesOn,
  studClearance,
  studCollision,
  studsBetween,
  suitableBoxes,
  surroundings,
  withKind,
} from '../layout/index.js';
import { inches, printLength } from '../measure/index.js';
import {
  baysLooked,
  boxBody,
  boxCentreX,
  boxRect,
  distanceForCentre,
  type Box,
  type Change,
  type Finding,
  type Fixture,
  type JobEdit,
  type Remedy,
} from '../model/index.js';
import { boxClamps, boxMaterial, cableKind, cablesIn, devicesIn, fillOf, sheathToOpening, wiringPlan } from '../wiring/index.js';
import { OLD_FREE_ENDS, editNewBox, finding, put, remedy, wallOfBox, type JobContext } from './context.js';
import { judgeWork } from './workBox.js';

function fillFinding(c: JobContext, box: Box, which: 'source' | 'target'): Finding {
  const judged = fillOf(c.planned, box, c.job.edition);
  // conductors that nobody counted take room all the same
  const uncounted = which === 'source' && cablesIn(c.job.found, box.id).length === 0;
  const fill =
    uncounted && judged.verdict === 'ok'
      ? {
          ...judged,
          verdict: 'can’t tell' as const,
          says: `${judged.says}, but the cables that are there were not noted`,
          ask: 'With the circuit proved dead, count the cables in the box.',
        }
      : judged;
  const remedies: Remedy[] = [];
  if (fill.verdict === 'stop') {
    const gangs = [box.gangs, box.gangs + 1];
    for (const g of gangs) {
      const best = suitableBoxes(wallOfBox(c, box), box.face, { gangs: g, neededIn3: fill.neededIn3, unit: c.job.unit }).find(
        (s) => s.fits,
      );
      if (!best) continue;
      const next = withKind(wallOfBox(c, box), box, best.kind.id);
      const withIt = fillOf({ ...c.planned, boxes: c.planned.boxes.map((b) => (b.id === box.id ? next : b)) }, next, c.job.edition);
      if (withIt.verdict !== 'ok') continue;
      const edit =
        which === 'target'
          ? editNewBox(c.job, next)
          : [
              put({
                id: `replace-${box.id}`,
                do: 'replace-box',
                title: `Replace ${box.name} by: ${best.kind.name}`,
                boxId: box.id,
                box: next,
              }),
            ];
      remedies.push(remedy(`box-${best.kind.id}`, `Use ${best.kind.name}`, ...edit));
    }
  }
  return finding('box-fill', box.id, 'box', `Fill of ${box.name}${which === 'source' ? ' once tapped' : ''}`, fill, remedies);
}

function studRemedies(c: JobContext): Remedy[] {
  const opening = openingRect(c.wall, c.target);
  const clearance = studClearance(c.wall, c.target);
  const centre = boxCentreX(c.wall, c.target);
  if (!opening || !clearance || clearance.hits === undefined || centre === undefined) return [];
  const half = c.wall.framing.studWidth.mm / 2;
  const width = opening.right - opening.left;
  const away = inches(0.5);
  return [
    { title: 'left', x: clearance.hits - half - away - width / 2 },
    { title: 'right', x: clearance.hits + half + away + width / 2 },
  ].flatMap(({ title, x }) => {
    const distance = distanceForCentre(c.wall, c.target, x);
    if (distance === undefined || distance < 0) return [];
    const moved: Box = { ...c.target, place: { ...c.target.place, distance: { mm: distance, known: 'measured' } } };
    if (studClearance(c.wall, moved)?.hits !== undefined || x - width / 2 < 0 || x + width / 2 > c.wall.length.mm) return [];
    return [
      remedy(
        `beside-${title}`,
        `Move ${printLength(Math.abs(x - centre), c.job.unit)} along, clear of the stud`,
        ...editNewBox(c.job, moved),
      ),
    ];
  });
}

function placeFindings(c: JobContext): Finding[] {
  const { target, wall, job } = c;
  const findings = [
    finding('stud', target.id, 'box', 'Opening and studs', studCollision(wall, target), studRemedies(c)),
    finding('cavity', target.id, 'box', `Depth for ${target.name}`, cavityDepth(wall, target)),
    finding('surroundings', target.id, 'box', 'Doors, trim and wall ends', surroundings(wall, target)),
  ];
  if (job.changes.some((change) => change.do === 'replace-box' && change.boxId === c.source.id)) {
    findings.push(finding('stud', c.source.id, 'box', `Opening and studs, new ${c.source.name}`, studCollision(wall, c.source)));
    findings.push(finding('cavity', c.source.id, 'box', `Depth for the new ${c.source.name}`, cavityDepth(wall, c.source)));
    for (const obstacle of wall.obstacles) {
      const judged = obstacleCollision(wall, c.source, obstacle);
      if (judged.verdict !== 'ok')
        findings.push(
          finding('obstacle', `${c.source.id}-${obstacle.id}`, 'box', `${obstacle.kind} behind the new ${c.source.name}`, judged),
        );
    }
  }
  for (const obstacle of wall.obstacles)
    findings.push(
      finding(
        'obstacle',
        obstacle.id,
        'box',
        `${obstacle.kind.charAt(0).toUpperCase()}${obstacle.kind.slice(1)} in the wall`,
        obstacleCollision(wall, target, obstacle),
      ),
    );
  for (const other of otherBoxesOn(c.planned, target)) {
    const both = backToBack(wall, target, other);
    findings.push(finding('back-to-back', other.id, 'box', `${target.name} and ${other.name}`, both));
    if (other.face !== target.face)
      findings.push(
        finding(
          'fire-rated',
          other.id,
          'box',
          `Fire-rated wall: ${target.name} and ${other.name}`,
          fireRatedBackToBack(job.edition, wall, target, other),
        ),
      );
  }
  findings.push(finding('bay-looked', wall.id, 'survey', 'What is in the bay', bayLooked(c)));

  const rect = boxRect(wall, target);
  if (rect) {
    const roomBottoms = c.planned.boxes
      .filter(
        (b) =>
          b.id !== target.id &&
          b.wallId === wall.id &&
          (b.face === target.face || wall.faces[b.face].roomId === wall.faces[target.face].roomId),
      )
      .map((b) => b.place.bottom.mm);
    const bottoms = roomBottoms.length ? roomBottoms : c.job.schools.height === 'match existing' ? [c.source.place.bottom.mm] : [];
    const match = heightMatch({
      bottomMm: rect.bottom,
      existingBottomsMm: bottoms,
      floorToAddMm: c.room.floorToAdd?.mm ?? 0,
      boxHeightMm: rect.top - rect.bottom,
    });
    const level =
      bottoms[0] === undefined
        ? []
        : [
            remedy(
              'level',
              `Set the bottom to ${printLength(bottoms[0] + (c.room.floorToAdd?.mm ?? 0), job.unit)}`,
              ...editNewBox(job, {
                ...target,
                place: { ...target.place, bottom: { mm: bottoms[0] + (c.room.floorToAdd?.mm ?? 0), known: 'measured' } },
              }),
            ),
          ];
    findings.push(finding('height', target.id, 'box', 'Height', match, level));
    findings.push(finding('reach', target.id, 'box', 'Accessible reach', accessibleReach(rect.bottom, rect.top)));
  }
  return findings;
}

function bayLooked(c: JobContext): Judged {
  const { wall } = c;
  const opening = openingRect(wall, c.target);
  if (opening && baysLooked(wall, opening))
    return {
      verdict: 'ok',
      says: `${wall.bayLooked ?? 'seen through a hole'}${wall.obstacles.length ? `: ${wall.obstacles.map((o) => o.kind).join(', ')} noted` : ': nothing in the way'}`,
      sums: [],
      source: { from: 'measured' },
    };
  return {
    verdict: 'can’t tell',
    says: 'nobody has looked into the bay',
    sums: [],
    source: practice,
    ask: 'Push a scope or a bent wire through a small hole inside the outline before any saw goes in.',
  };
}

/** Why the planned kind does or doesn't suit the wall, with others that do. */
function kindFinding(c: JobContext): Finding {
  const { target, wall, job } = c;
  const needed = fillOf(c.planned, target, job.edition).neededIn3;
  const all = suitableBoxes(wall, target.face, { gangs: target.gangs, neededIn3: needed, unit: job.unit });
  const own = all.find((s) => s.kind.id === target.kind);
  const better = all.filter((s) => s.fits && s.kind.id !== target.kind).slice(0, 2);
  const remedies = better.map((s) =>
    remedy(`kind-${s.kind.id}`, `Use ${s.kind.name}`, ...editNewBox(job, withKind(c.wall, target, s.kind.id))),
  );
  const judged: Judged = !own
    ? {
        verdict: 'can’t tell',
        says: 'a kind of your own: whether it suits the wall isn’t known',
        sums: [],
        source: practice,
        ask: 'Read on the packet which wall thickness it clamps.',
      }
    : own.fits
      ? { verdict: 'ok', says: `${own.kind.name}: ${own.reasons.join(', ')}`, sums: [], source: own.kind.source }
      : { verdict: 'stop', says: `${own.kind.name} does not suit: ${own.reasons.join('; ')}`, sums: [], source: own.kind.source };
  return finding('box-kind', target.id, 'box', 'Kind of box for this wall', judged, remedies);
}

function routeFindings(c: JobContext): Finding[] {
  const [from, to] = [boxRect(c.wall, c.source), boxRect(c.wall, c.target)];
  const findings: Finding[] = [];
  if (from && to) {
    const between = studsBetween(c.wall, from.centre, to.centre);
    const known = c.wall.framing.material === 'masonry' || c.wall.framing.knownStud !== undefined || c.wall.framing.extraStuds.length > 0;
    findings.push(
      finding(
        'same-bay',
        c.target.id,
        'route',
        'One bay for both boxes',
        !known
          ? {
              verdict: 'can’t tell',
              says: 'no stud has been found, so nobody knows whether one stands between',
              sums: [],
              source: practice,
              ask: 'Find one stud and the spacing.',
            }
          : between.length === 0
            ? { verdict: 'ok', says: 'no stud stands between them', sums: [], source: practice }
            : c.job.situation === 'same-wall'
              ? {
                  verdict: 'caution',
                  says: `${between.length === 1 ? 'one stud has' : `${between.length} studs have`} to be crossed: an opening at each, ${c.wall.framing.material === 'metal' ? 'a bushing in every hole before the cable' : 'the hole in the middle of the stud, 1 1/4 in from both faces or a plate'}`,
                  sums: [
                    {
                      terms: between.map((x) => term('stud centre from the left end of face A', x, 'length')),
                      result: term('studs to cross', between.length, 'count'),
                    },
                  ],
                  source: practice,
                }
              : {
                  verdict: 'stop',
                  says: `${between.length === 1 ? 'a stud stands' : `${between.length} studs stand`} between them: the cable can’t be fished straight across; choose a place in the source box’s bay`,
                  sums: [
                    {
                      terms: between.map((x) => term('stud centre from the left end of face A', x, 'length')),
                      result: term('studs to cross', between.length, 'count'),
                    },
                  ],
                  source: practice,
                },
        sameBayRemedy(c),
      ),
    );
    for (const { stud, hole } of c.crossings)
      findings.push(
        finding(
          'stud-hole',
          stud.id,
          'route',
          `Hole through the stud at ${printLength(stud.x, c.job.unit)} along face A`,
          hole ?? {
            verdict: 'caution',
            says: 'metal: a bushing in the hole before the cable, or its edge cuts the sheath',
            sums: [],
            source: nec(c.job.edition.slice(3), '300.4(B)(1)'),
          },
        ),
      );
    const reference = c.wall.references.find((r) => r.id === c.source.place.from);
    const sum = reference && carryThrough(c.wall, reference.id, c.source.face, from.centre);
    if (reference && sum)
      findings.push(
        finding('carry-through', c.source.id, 'survey', `${c.source.name} seen from ${c.room.name}`, {
          verdict: 'note',
          says: `where its centre lies behind the other face, from the ${reference.name}`,
          sums: [sum],
          source: { from: 'sum' },
        }),
      );
  }
  findings.push(
    finding(
      'cable-length',
      c.newCable?.id ?? c.target.id,
      'route',
      'Cable: cut and buy',
      c.run
        ? {
            verdict: 'note',
            says: `cut ${printLength(c.run.cutMm, c.job.unit)}, buy ${printLength(c.run.buyMm, c.job.unit, { style: 'feet' })}`,
            sums: Object.values(c.run.sums),
            source: practice,
          }
        : {
            verdict: 'can’t tell',
            says: 'a box has no depth or no place yet',
            sums: [],
            source: practice,
            ask: 'Measure the depth of both boxes.',
          },
    ),
  );
  for (const box of [c.source, c.target]) {
    const clamps = boxClamps(box);
    const plasticSingle = boxMaterial(box) === 'plastic' && box.gangs === 1;
    findings.push(
      finding(
        'securing',
        box.id,
        'route',
        `Cable held at ${box.name}`,
        securing({
          edition: c.job.edition,
          plasticSingleGang: plasticSingle,
          hasClamp: clamps === undefined ? undefined : clamps !== 'none',
          fished: true,
          firstStapleMm: undefined,
        }),
        clampRemedies(c, box),
      ),
    );
  }
  return findings;
}

/** A place in the source box's bay, on the far side of it from the stud that blocks. */
function sameBayRemedy(c: JobContext): Remedy[] {
  const from = boxRect(c.wall, c.source);
  if (!from) return [];
  const width = boxBody(c.target).widthMm;
  const gap = inches(1);
  return [from.right + gap + width / 2, from.left - gap - width / 2]
    .flatMap((x, i) => {
      const distance = distanceForCentre(c.wall, c.target, x);
      if (distance === undefined || distance < 0) return [];
      const moved: Box = { ...c.target, place: { ...c.target.place, distance: { mm: distance, known: 'measured' } } };
      if (studClearance(c.wall, moved)?.hits !== undefined || studsBetween(c.wall, x, from.centre).length > 0) return [];
      return [
        remedy(`same-bay-${i}`, `Put it ${i === 0 ? 'just past' : 'just before'} the source box, in its bay`, ...editNewBox(c.job, moved)),
      ];
    })
    .slice(0, 1);
}

function clampRemedies(c: JobContext, box: Box): Remedy[] {
  const isTarget = box.id === c.target.id;
  const needed = fillOf(c.planned, box, c.job.edition).neededIn3;
  const best = suitableBoxes(wallOfBox(c, box), box.face, { gangs: box.gangs, neededIn3: needed, unit: c.job.unit }).find(
    (s) => s.fits && s.kind.clamps !== 'none',
  );
  if (!best) return [];
  const next = withKind(wallOfBox(c, box), box, best.kind.id);
  return [
    remedy(
      `clamp-${best.kind.id}`,
      `Use ${best.kind.name}, which clamps`,
      ...(isTarget
        ? editNewBox(c.job, next)
        : [
            put({
              id: `replace-${box.id}`,
              do: 'replace-box' as const,
              title: `Replace ${box.name} by: ${best.kind.name}`,
              boxId: box.id,
              box: next,
            }),
          ]),
    ),
  ];
}

function wireFindings(c: JobContext): Finding[] {
  const findings: Finding[] = [];
  const both = [
    ['source', c.source],
    ['target', c.target],
  ] as const;
  const moved = c.inPlace && c.job.changes.some((x) => x.do === 'replace-box');
  for (const [which, box] of c.inPlace ? both.slice(0, 1) : both) {
    const opening = openingRect(wallOfBox(c, box), box);
    const width = opening ? opening.right - opening.left : boxBody(box).widthMm;
    const height = opening ? opening.top - opening.bottom : boxBody(box).heightMm;
    const reach = sheathToOpening(box, c.job.schools);
    for (const { cable, end, farLabel } of moved ? [] : cablesIn(c.planned, box.id)) {
      const isNew = cable.id === c.newCable?.id;
      const title = `Free ends in ${box.name}, cable to ${farLabel}`;
      const leave = c.freeEnds[which]?.leaveMm;
      const found =
        end?.freeLength?.mm ??
        (which === 'source'
          ? c.job.work.values.find((v) => v.step === OLD_FREE_ENDS.step && v.key === OLD_FREE_ENDS.key)?.value
          : undefined);
      const judged = freeConductor({
        edition: c.job.edition,
        fromSheathMm: isNew ? leave : found,
        sheathToOpeningMm: reach,
        openingWidthMm: width,
        openingHeightMm: height,
        unbroken: !end,
      });
      if (isNew && leave !== undefined)
        findings.push(
          finding('free-conductor', `${box.id}-${cable.id}`, 'wire', title, {
            ...judged,
            says: `leave ${printLength(leave, c.job.unit)}: ${judged.says}`,
          }),
        );
      else
        findings.push(
          finding('free-conductor', `${box.id}-${cable.id}`, 'wire', title, shortOldEnds(judged, c), [
            remedy('pigtail', 'Splice on pigtails', { op: 'set-schools', schools: { device: 'pigtail' } }),
          ]),
        );
    }
    if (!c.inPlace)
      findings.push(
        finding(
          'sheath',
          box.id,
          'wire',
          `Sheath in ${box.name}, new cable`,
          sheathInside(c.job.edition, sheathBySchool(c.job.schools.sheath)),
        ),
      );
    const plan = wiringPlan({ site: c.planned, box, circuit: c.circuit, schools: c.job.schools });
    if (plan.refused.length)
      findings.push(
        finding('wiring-plan', box.id, 'wire', `Wiring of ${box.name}`, {
          verdict: 'stop',
          says: plan.refused.join(' '),
          sums: [],
          source: practice,
        }),
      );
    if (plan.missing.length)
      findings.push(
        finding('wiring-plan', box.id, 'wire', `Wiring of ${box.name}`, {
          verdict: 'can’t tell',
          says: 'no plan yet',
          sums: [],
          source: practice,
          ask: plan.missing.join(' '),
        }),
      );
    const topLayer = wallOfBox(c, box).faces[box.face].layers[0];
    if (topLayer && (which === 'target' || c.inPlace))
      findings.push(
        finding(
          'setback',
          box.id,
          'box',
          'Front edge and finish',
          setback(c.job.edition, FINISHES[topLayer.finish].combustible, undefined),
        ),
      );
    const device = devicesIn(c.planned, box.id)[0];
    const { depthMm } = boxBody(box);
    if (device && depthMm !== undefined && DEVICE_KINDS[device.kind].bodyDepthMm + inches(0.25) > depthMm) {
      findings.push(
        finding('device-depth', device.id, 'box', `Room behind the device in ${box.name}`, {
          verdict: 'stop',
          says: 'the device fills the box to its back',
          sums: [
            {
              terms: [],
              result: term('device body', DEVICE_KINDS[device.kind].bodyDepthMm, 'length'),
              limit: { ...term('box depth less 1/4 in', depthMm - inches(0.25), 'length'), relation: '≤' },
            },
          ],
          source: practice,
        }),
      );
    }
  }
  return findings;
}

/** Old ends that are too short can be lengthened by a pigtail spliced in the box, where the plan splices anyway. */
function shortOldEnds(judged: Judged, c: JobContext): Judged {
  if (judged.verdict !== 'stop' || c.job.schools.device !== 'pigtail') return judged;
  return {
    ...judged,
    verdict: 'caution',
    says: 'short: the pigtail of the splice gives the reach; leave what there is uncut, and ask the inspector whether that is taken',
  };
}

/** Measurements that nobody took: a list of what still rests on the usual value. */
function assumedValues(c: JobContext): Finding {
  const { wall } = c;
  const assumed: string[] = [];
  const look = (what: string, value: { known: string } | undefined) => value?.known === 'assumed' && assumed.push(what);
  look('wall length', wall.length);
  look('wall height', wall.height);
  look('stud depth', wall.framing.studDepth);
  look('stud spacing', wall.framing.spacing);
  for (const face of new Set(c.boxes.map((b) => b.face)))
    for (const layer of wall.faces[face].layers)
      look(
        `${FINISHES[layer.finish].name} on the side of ${c.planned.rooms.find((r) => r.id === wall.faces[face].roomId)?.name ?? face}`,
        layer.thickness,
      );
  for (const reference of wall.references) look(`place of the ${reference.name}`, reference.x);
  look(`place of ${c.source.name}`, c.source.place.distance);
  look(`height of ${c.source.name}`, c.source.place.bottom);
  const title = 'Values that were taken for granted';
  if (assumed.length === 0)
    return finding('assumed', wall.id, 'survey', title, {
      verdict: 'ok',
      says: 'everything was measured',
      sums: [],
      source: { from: 'measured' },
    });
  return finding('assumed', wall.id, 'survey', title, {
    verdict: 'can’t tell',
    says: `not measured yet: ${assumed.join(', ')}`,
    sums: [],
    source: practice,
    ask: 'Measure each, and enter it as you say it; the usual value stands in until then.',
  });
}

function dust(c: JobContext): Finding {
  const title = 'Dust of an old wall';
  const source = practice;
  if (c.job.built === undefined)
    return finding('dust', c.wall.id, 'survey', title, {
      verdict: 'can’t tell',
      says: 'the year of the house isn’t noted',
      sums: [],
      source,
      ask: 'Enter the year it was built.',
    });
  if (c.job.built < 1980)
    return finding('dust', c.wall.id, 'survey', title, {
      verdict: 'caution',
      says: `built ${c.job.built}: paint may hold lead, and texture or compound asbestos; have a sample tested before sawing, keep dust down`,
      sums: [],
      source,
    });
  return finding('dust', c.wall.id, 'survey', title, { verdict: 'ok', says: `built ${c.job.built}`, sums: [], source });
}

/** Stage where each judgement of a wall is settled; the others belong to the box. */
const STAGE_OF: Record<string, Finding['stage']> = { 'stud-side': 'survey', obstacles: 'survey' };
/** Judged by the ledger's own rules, with their remedies. */
const OWN_RULES = new Set(['fill', 'setback']);

/** The old box stays as a junction box under a blank plate, and feeds the outlet at its new place: the way out when a cable doesn't reach. */
function asJunction(c: JobContext): JobEdit[] {
  const devices = devicesIn(c.planned, c.target.id);
  const old = cablesIn(c.job.found, c.target.id)[0]?.cable;
  if (!old || devices.length !== 1) return [];
  const box: Box = {
    ...c.target,
    id: `${c.target.id}-new`.slice(0, 40),
    name: `${c.target.name}, new place`.slice(0, 120),
    hangsOn: 'none',
  };
  const kept = c.job.changes.flatMap((x): Change[] => {
    if (x.do === 'plug-in') return [{ ...x, load: x.load.boxId === c.target.id ? { ...x.load, boxId: box.id } : x.load }];
    return x.do === 'alter-circuit' || x.do === 'unplug' ? [x] : [];
  });
  return [
    {
      op: 'replan',
      situation: 'same-wall',
      newBoxId: box.id,
      changes: [
        { id: 'keep-junction', title: `Blank plate on ${c.source.name}`.slice(0, 120), do: 'remove-device', deviceId: devices[0]!.id },
        { id: 'place-new-box', title: `Set ${box.name}`.slice(0, 120), do: 'place-box', box },
        {
          id: 'run-new-cable',
          title: `Run ${cableKind(old)} from the old box`,
          do: 'run-cable',
          cable: {
            ...old,
            id: 'cable-new',
            name: 'new cable',
            ground: 'bare',
            metal: 'copper',
            sheath: 'nonmetallic',
            direction: 'known',
            unbrokenIn: [],
            length: undefined,
            ends: [
              { boxId: c.source.id, label: c.source.name },
              { boxId: box.id, label: box.name },
            ],
          },
        },
        {
          id: 'place-new-device',
          title: 'Receptacle at the new place',
          do: 'place-device',
          device: {
            id: `${box.id}-device`.slice(0, 40),
            name: 'receptacle, new place',
            boxId: box.id,
            kind: devices[0]!.kind,
            tamperResistant: true,
          },
        },
        ...kept,
      ],
    },
  ];
}

/** A box that stays without a device: its plate, and whether one can still get at it (314.29). */
function junctionFindings(c: JobContext): Finding[] {
  if (c.inPlace || devicesIn(c.planned, c.source.id).length > 0) return [];
  const covering = (c.sourceWall.fixtures ?? []).filter((f) => f.face === c.source.face && covers(c.sourceWall, c.source, f));
  const source = nec(c.job.edition.slice(3), '314.29');
  return [
    finding('junction-reach', c.source.id, 'box', `${c.source.name} stays as a junction box`, {
      verdict: 'caution',
      says: covering.length
        ? `behind the ${covering.map((f) => f.kind.replace('-', ' ')).join(' and the ')}: cut it out there, with a box extension and a blank plate in sight; it must stay reachable`
        : 'blank plate on it, and it stays reachable: never papered, tiled or boarded over',
      sums: [],
      source,
    }),
  ];
}
const covers = (wall: JobContext['wall'], box: Box, f: Fixture): boolean => {
  const rect = boxRect(wall, box);
  return (
    rect !== undefined && f.x.mm < rect.right && f.x.mm + f.width.mm > rect.left && f.z.mm < rect.top && f.z.mm + f.height.mm > rect.bottom
  );
};

/** A box that is moved, enlarged or replaced, by the judgements of the wall; a cure becomes a remedy of the plan. */
function inPlaceFindings(c: JobContext): Finding[] {
  const change = c.job.changes.find((x) => x.do === 'replace-box' && x.boxId === c.target.id);
  const judged = judgeWork(c);
  return judged.findings
    .filter((f) => !OWN_RULES.has(f.rule))
    .map((f) =>
      finding(f.rule, c.target.id, STAGE_OF[f.rule] ?? 'box', f.title, f.judged, [
        ...(f.cure && change?.do === 'replace-box' ? [remedy(f.rule, f.cure.title, put({ ...change, box: f.cure.box }))] : []),
        ...(f.rule.startsWith('reach-') && f.judged.verdict === 'stop'
          ? [remedy('junction', 'Keep the old box as a junction box and feed the new place from it', ...asJunction(c))].filter(
              (r) => r.edits.length > 0,
            )
          : []),
      ]),
    );
}

/** Boxes, their places, the cable between them and the free ends. */
export const boxFindings = (c: JobContext): Finding[] =>
  c.inPlace
    ? [fillFinding(c, c.target, 'source'), ...inPlaceFindings(c), ...wireFindings(c), assumedValues(c), dust(c)]
    : [
        fillFinding(c, c.source, 'source'),
        fillFinding(c, c.target, 'target'),
        kindFinding(c),
        ...placeFindings(c),
        ...junctionFindings(c),
        ...routeFindings(c),
        ...wireFindings(c),
        assumedValues(c),
        dust(c),
      ];
