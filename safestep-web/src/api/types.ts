import type { Schemas } from "./client";

// Short names for what the OpenAPI document describes.
export type Change = Schemas["ChangeView"];
export type ChangeRow = Schemas["ChangeViewRow"];
export type ChangeState = Change["state"];
export type CheckView = Schemas["ChangeViewCheck"];
export type Expectation = CheckView["expectation"];
export type Build = Schemas["BuildView"];
export type DifferenceRow = Schemas["BuildViewRow"];
export type Approval = Schemas["ApprovalView"];
export type Placement = Schemas["SchedulePlacement"];
export type FitView = Schemas["ScheduleFitView"];
export type Opening = Schemas["ScheduleOpening"];
export type Run = Schemas["RunView"];
export type RunDevice = Schemas["RunViewDevice"];
export type RunCheck = Schemas["RunViewCheck"];
export type RunLine = Schemas["RunViewLine"];
export type Phase = Schemas["RunViewStep"]["phase"];
export type Device = Schemas["DeviceView"];
export type Backup = Schemas["BackupView"];
export type ReadCommand = Schemas["DeviceReadCommandView"];
export type Session = Schemas["SessionSessionView"];
export type Person = Schemas["SessionPersonView"];
export type Now = Schemas["NowView"];
export type Need = Schemas["NowViewNeed"];
export type Found = Schemas["SearchFound"];
export type RecordEntry = Schemas["RecordEntry"];
export type RecordProof = Schemas["RecordProof"];
