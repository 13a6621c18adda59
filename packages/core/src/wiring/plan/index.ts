export type { Lead, PlannedJoint, Role, Terminal, TerminalName } from './lead.js';
export { type PlanInput } from './purposes.js';
export { cableKind, wiringPlan, type PlannedDevice, type WiringPlan } from './plan.js';
export { deviceOnBench, jointsOnBench } from './onBench.js';
