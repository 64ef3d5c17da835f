/** Short names for the contract's types. */
import type { components } from './schema';

type Schemas = components['schemas'];

export type Dish = Schemas['Dish'];
export type Part = Schemas['Part'];
export type Line = Schemas['Line'];
export type Aside = Schemas['Aside'];
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
export type CourseView = Schemas['CourseView'];
export type GlassView = Schemas['GlassView'];
export type FlowView = Schemas['FlowView'];
export type OtherWayView = Schemas['OtherWayView'];
export type CureView = Schemas['CureView'];
export type CautionView = Schemas['CautionView'];
export type CandidateView = Schemas['CandidateView'];
export type BaseView = Schemas['BaseView'];
export type Pan = Schemas['Pan'];
export type OfferView = Schemas['OfferView'];
export type OwnStandIn = Schemas['OwnStandIn'];
export type StandInEntry = Schemas['StandInEntry'];
export type StandInRecord = Schemas['StandInRecord'];
export type StepEntry = Schemas['StepEntry'];
export type LineEntry = Schemas['LineEntry'];
export type PackResult = Schemas['PackResult'];
export type FoodView = Schemas['FoodView'];
export type FoodFacts = Schemas['FoodFacts'];
export type ValueView = Schemas['ValueView'];
export type MeasureView = Schemas['MeasureView'];
export type Comparison = Schemas['Comparison'];
export type CompareRequest = Schemas['CompareRequest'];
export type OwnFood = Schemas['OwnFood'];
export type Label = Schemas['Label'];
export type LabelLook = Schemas['LabelLook'];
export type ImportResult = Schemas['ImportResult'];
export type DishWays = Schemas['DishWays'];
export type ResizeView = Schemas['ResizeView'];
export type ResizeRequest = Schemas['ResizeRequest'];
export type SizeRule = Schemas['SizedLine']['rule'];
export type Variant = Schemas['Variant'];
export type Change = Schemas['Change'];
export type PartingView = Schemas['PartingView'];
export type BranchView = Schemas['BranchView'];
export type PartGroup = Schemas['PartGroup'];
export type SplitView = Schemas['SplitView'];
export type LikeView = Schemas['LikeView'];
export type LikeRequest = Schemas['LikeRequest'];
export type WaysPart = Schemas['WaysPart'];
export type WayCard = Schemas['WayCard'];
export type ConflictView = Schemas['ConflictView'];
export type LineSwaps = Schemas['LineSwaps'];
export type LineSwapView = Schemas['LineSwapView'];
export type Gap = Schemas['Gap'];
export type StepView = Schemas['StepView'];
export type Take = Schemas['Take'];
export type MethodStep = Schemas['MethodStep'];
export type MethodView = Schemas['MethodView'];
export type CookStepView = Schemas['CookStepView'];
export type TakenView = Schemas['TakenView'];
export type UsedLine = Schemas['UsedLine'];
export type DishCaution = Schemas['DishCaution'];
export type Explained = Schemas['Explained'];
export type WhatIf = Schemas['WhatIf'];
export type ScaleView = Schemas['ScaleView'];
export type DishComparison = Schemas['DishComparison'];
export type DishColumn = Schemas['DishColumn'];
export type CompareDishRequest = Schemas['CompareDishRequest'];
export type TableMatrix = Schemas['TableMatrix'];
export type Cell = Schemas['Cell'];
export type DayView = Schemas['DayView'];
export type Exclusion = Schemas['Exclusion'];
export type Programme = Schemas['Programme'];
export type HomemadeRecord = Schemas['HomemadeRecord'];
export type Leaving = Schemas['Leaving'];
export type Taken = Schemas['Taken'];
export type OptionView = Schemas['OptionView'];
export type Ranking = Schemas['Ranking'];
export type RoleView = Schemas['RoleView'];
export type WeighBody = Schemas['WeighIn'];
export type RunState = Schemas['RunState'];
export type Readings = Schemas['Readings'];
/** What a scale has said of a dish that nobody is cooking. */
export const NOTHING_WEIGHED: Readings = {
  steps: {},
  stand_ins: {},
  own_steps: {},
  own_of: {},
  turns: {},
  went_in: {},
  finished_grams: null,
  finished_of: {},
};
export type EaterRecord = Schemas['EaterRecord'];
export type EaterForm = Schemas['EaterForm'];
export type SchoolView = Schemas['SchoolView'];
export type Target = Schemas['Target'];
export type KitchenSettings = Schemas['KitchenSettings'];
export type DishSummary = Schemas['DishSummary'];
export type Layer = Schemas['Layer'];
export type DishRecord = Schemas['DishRecord'];
export type UnitSystem = Dish['unit_system'];
export type SheetView = Schemas['SheetView'];
export type SheetItem = Schemas['SheetItem'];
export type SheetRequest = Schemas['SheetRequest'];
export type EveningView = Schemas['SessionView'];
export type StoveEvent = Schemas['StoveEvent'];
export type EventAnswer = Schemas['EventAnswer'];
export type Card = Schemas['Card'];
export type Timer = Schemas['Timer'];
export type Equipment = Schemas['Equipment'];
export type AddedToDish = Schemas['AddedToDish'];
export type RunAnswer = Schemas['RunAnswer'];
export type RunView = Schemas['RunView'];
export type RunTold = Schemas['RunTold'];
export type PhotoAnswer = Schemas['PhotoAnswer'];
export type OpinionView = Schemas['OpinionView'];
export type PortionView = Schemas['PortionView'];

export type BatchRecord = Schemas['BatchRecord'];
export type ShelfAnswer = Schemas['ShelfAnswer'];
export type ShelfTold = Schemas['ShelfTold'];
export type NewBatch = Schemas['NewBatch'];
export type PutPart = Schemas['PutPart'];
export type KindView = Schemas['KindView'];
export type ShelfPlace = BatchRecord['view']['place'];
export type PlannedTaking = Schemas['PlannedTaking'];
export type OfferedView = Schemas['OfferedView'];

export type MenuAnswer = Schemas['MenuAnswer'];
export type MenuDayRecord = Schemas['MenuDayRecord'];
export type MenuDayView = Schemas['MenuDayView'];
export type MenuNote = Schemas['MenuNote'];
export type MealView = Schemas['MealView'];
export type PlannedMeal = Schemas['PlannedMeal'];
export type EaterLimits = Schemas['EaterLimits'];
export type NewMeal = Schemas['NewMeal'];
export type MealChange = Schemas['MealChange'];
export type DayForm = Schemas['DayForm'];
export type MenuSheetDay = Schemas['MenuSheetDay'];
export type MenuTodo = Schemas['MenuTodo'];
export type ShoppingAnswer = Schemas['ShoppingAnswer'];
export type ShoppingTold = Schemas['ShoppingTold'];
export type ListItem = Schemas['ListItem'];
export type TravelCard = Schemas['TravelCard'];

export type ReadFile = Schemas['ReadFile'];
export type ClaimView = Schemas['ClaimView'];
export type ClaimsView = Schemas['ClaimsView'];
export type RestorePlan = Schemas['RestorePlan'];
export type KindPlan = Schemas['KindPlan'];
export type TokenRecord = Schemas['TokenRecord'];

export type BatchChange = Schemas['BatchChange'];
export type NewPhoto = Schemas['NewPhoto'];
export type EveningStart = Schemas['StartSession'];
export type PriceForm = Schemas['PriceForm'];
export type NewToken = Schemas['NewToken'];
export type ScaleWish = Schemas['ScaleWish'];
