/** Short names for the contract's types. */
import type { components } from './schema';

type Schemas = components['schemas'];

export type Dish = Schemas['Dish'];
export type Part = Schemas['Part'];
export type Line = Schemas['Line'];
export type Slot = Schemas['Slot'];
export type Choice = Schemas['Choice'];
export type Figure = Schemas['Figure'];
export type Reach = Schemas['Reach'];
export type EaterView = Schemas['EaterView'];
export type PartView = Schemas['PartView'];
export type LineShare = Schemas['LineShare'];
export type Preview = Schemas['Preview'];
export type LedgerView = Schemas['LedgerView'];
export type PointView = Schemas['PointView'];
export type CautionView = Schemas['CautionView'];
export type CandidateView = Schemas['CandidateView'];
export type FoodView = Schemas['FoodView'];
export type RoleView = Schemas['RoleView'];
export type RunState = Schemas['RunState'];
export type EaterRecord = Schemas['EaterRecord'];
export type EaterForm = Schemas['EaterForm'];
export type SchoolView = Schemas['SchoolView'];
export type Target = Schemas['Target'];
export type KitchenSettings = Schemas['KitchenSettings'];
export type DishRecord = Schemas['DishRecord'];
export type UnitSystem = Dish['unit_system'];
export type Press = NonNullable<Choice['press']>;
