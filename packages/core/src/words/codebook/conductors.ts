/** How free ends, sheath and securing are told. */
import { phrases } from '../phrases.js';

export const conductorWords = phrases('conductors', {
  unbroken: () => 'passes unbroken: no free length is asked for',
  freeUnmeasured: () => ({
    says: 'the free length has not been measured',
    ask: 'With the circuit proved dead, measure the conductors from where they leave the sheath.',
  }),
  depthUnknown: () => ({ says: 'the depth of the box is not known', ask: 'Measure the depth of the box from its front edge.' }),
  twoReadings: () =>
    'less than 3 in beyond the opening: “less than 8 in in any dimension” read word for word asks for it here, read as “in every direction” not; ask the inspector, or leave it longer',
  longEnough: () => 'both rules met',
  tooShort: () => 'too short: splice on pigtails in the box, or bring more cable in',
  sheathUnseen: () => ({ says: 'nobody has looked how far the sheath comes in', ask: 'Look how far the sheath reaches past the clamp.' }),
  sheathTooShort: () => 'the sheath must come at least 1/4 in into the box',
  sheathTooLong: () => 'over 1 in of sheath takes room and stiffens the fold',
  sheathEnough: () => 'enough, and not too much',
  clampUnknown: () => ({
    says: 'whether the box has a clamp is not known',
    ask: 'Look whether the cable is held by a clamp where it enters.',
  }),
  noClamp: () => 'only a single-gang plastic box may go without a clamp; fit one',
  fished: () => 'clamped at the box; fished in a closed wall it may stay unsupported between',
  fishedLoose: () => 'fished cable must be held at the box: this one has no clamp and no staple can be set',
  stapleUnmeasured: () => ({ says: 'first staple not measured', ask: 'Measure along the cable from the box to the first staple.' }),
  stapleNear: () => 'held near enough to the box',
  stapleFar: () => 'the first staple is too far from the box',
});
