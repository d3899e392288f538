// A small electric pump: what it takes of a battery and a panel.
import { GRAVITY } from '../units/index.ts';

export interface SmallPump {
  /** m of head it makes: lift, pressure at the tap and what the pipe loses. */ readonly head: number;
  /** m³/s */ readonly flow: number;
  /** m³ */ readonly perDay: number;
  /** kg/m³ */ readonly density: number;
  /** Of pump and motor together, 0 to 1; small membrane pumps 0.25 to 0.45 (common practice, no source). */
  readonly efficiency: number;
  /** V */ readonly volts: number;
}

/** Power while it runs, W: ρ g H Q / η. */
export const pumpPower = (p: SmallPump): number => (p.density * GRAVITY * p.head * p.flow) / p.efficiency;
/** Seconds a day that it runs. */
export const pumpTime = (p: SmallPump): number => p.perDay / p.flow;
/** Energy a day, J: ρ g H V / η. */
export const pumpEnergy = (p: SmallPump): number => (p.density * GRAVITY * p.head * p.perDay) / p.efficiency;
/** Charge a day, A·h. */
export const pumpCharge = (p: SmallPump): number => pumpEnergy(p) / p.volts / 3600;
