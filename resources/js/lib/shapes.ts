// Written by `php artisan skarvo:types` from the types that the analysis holds against the code: change those.

/** Updates/AffectedAtPlace */
export interface AffectedLine { answer: 'yes' | 'no' | 'unsure'; text: string; said: string | null; meanwhile: string | null; next: string | null; incident: number | null; since: string | null }

/** Signals/AlertGroups */
export interface AlertGroup { id: number; lead: number; alertIds: number[]; title: string; level: 'info' | 'warning' | 'error' | 'critical'; state: 'up' | 'at_risk' | 'degraded' | 'down'; rank: number; tier: number; count: number; signals: number; flips: number; since: string; after: { id: number; ref: string; at: string } | null; items: { id: string; name: string }[]; services: Service[]; sites: string[]; root: { id: string; name: string; explains: number; of: number } | null; taken: { by: string; at: string } | null; team: string | null; team_id: string | null; suggested: string | null }

/** Signals/Alert */
export interface AlertLine { id: number; title: string; level: 'info' | 'warning' | 'error' | 'critical'; state: 'up' | 'at_risk' | 'degraded' | 'down'; item: string | null; item_named: string | null; check: string; source: string; count: number; flips: number; first_signal_at: string; last_signal_at: string; opened_at: string; closed_at: string | null; mended_at: string | null; withdrawn_at: string | null; put_away_at: string | null; closed_reason: string | null; handling: 'decide' | 'page' | 'hours' | 'record'; handle_at: string | null; team: string | null; group: number | null; taken_at: string | null; wait_until: string | null; incident: number | null }

/** Tickets/Suggestions */
export interface Alternative { value: string; name: string; score: number; because: string[] }

/** Updates/Questions */
export interface Answered { ask: string; answer: string }

/** Changes/ChangesToDecide */
export interface ApprovalLine { id: number; ref: string; title: string; kind: string; from: string; round: number }

/** Tickets/Attempt */
export interface AttemptLine { id: number; what: string; outcome: 'helped' | 'no_help' | 'refused'; words: string; why: string | null; by: string; at: string }

/** Updates/Following/AudienceShown */
export interface AudienceLine { total: number; channels: Record<'mail' | 'text' | 'chat' | 'webhook', number>; some: { id: number | null; channel: 'mail' | 'text' | 'chat' | 'webhook'; address: string; why: string }[]; silenced: { id: number; channel: 'mail' | 'text' | 'chat' | 'webhook'; address: string }[]; updates: ToldLine[] }

/** Updates/Following/Audience */
export interface AudienceRow { id: number; name: string; people: string[]; teams: string[]; priority: number | null; tier: number | null; services: string[]; places: string[]; reports: number | null; reads: 'public' | 'staff' | 'technical' | 'card'; mustKnow: boolean; every: number | null; version: number }

/** Changes/CalendarGround */
export interface BackdropLine { kind: 'freeze' | 'incident' | 'work'; name: string; from: number; to: number }

/** Changes/CalendarGround */
export interface BelongsLine { services: string[]; places: string[] }

/** Changes/Planning/Calendar */
export interface BlockedLine { kind: 'windows' | 'freezes' | 'busy' | 'crew'; words: string; from: number; to: number }

/** Paging/Talk/Bridge */
export interface BridgePerson { id: string; name: string; standing: 'ringing' | 'in' | 'left' | 'unanswered'; since: string }

/** Tickets/Busy/BusyPeriods */
export interface BusyLine { name: string; until: string }

/** Tickets/PhoneCall */
export interface CallLook { suggested: Suggested[]; items: ReadItem[]; known: Guess[]; affected: AffectedLine | null; theirs: CallTicket[]; similar: CallTicket[] }

/** Tickets/PhoneCall */
export interface CallTicket { id: number; ref: string; what: string; state: string; alike: number | null; answer: string | null }

/** Incidents/Under/UnderInRoom */
export interface CandidateLine { id: number; ref: string; title: string; reasons: string[]; sure: boolean }

/** Updates/Cards/Card */
export interface CardLine { id: number; for: string; address: string; by: string; expires_at: string }

/** Signals/LikelyCause */
export interface Cause { id: string; name: string; kind: string; score: number; as: 'up' | 'at_risk' | 'degraded' | 'down'; words: string }

/** Changes/Change */
export interface ChangeLine { id: number; ref: string; title: string; kind: 'standard' | 'normal' | 'emergency'; state: 'draft' | 'asked' | 'approved' | 'refused' | 'expired' | 'under-way' | 'done' | 'backed-out' | 'failed' | 'cancelled' | 'in-review'; words: string; from: string; to: string; began: string | null; ended: string | null; who: string | null; team: string | null; items: { id: string; name: string }[]; recorded: boolean }

/** Changes/ChangeShown */
export interface ChangeOnPage { line: ChangeLine; down: { id: string; name: string }[]; touched: { id: string; name: string }[]; reason: string; backOut: string; steps: StepLine[]; note: string; result: string | null; major: boolean; permitted: ('edit' | 'ask' | 'take-back' | 'begin' | 'finish' | 'back-out' | 'fail' | 'cancel' | 'review')[]; mayGoOn: boolean; version: number; round: number | null; difference: string; stages: StageLine[]; mayAnswer: boolean; askedBy: string | null; incident: { id: number; ref: string } | null; undoes: { id: number; ref: string } | null; undoneBy: { id: number; ref: string } | null; review: { by: string | null; due: string | null; text: string; at: string | null } | null; told: { service: string | null; environment: string | null; version: string | null; commits: string | null; workItem: string | null; source: string | null } | null; author: string | null; mayReview: boolean; quiet: number | null; planned: PlannedLine | null; template: { id: number; title: string } | null; mayBeTemplate: boolean; wayBack: string; turnBackBy: string | null }

/** Changes/InRoom/WhatChanged */
export interface ChangedLine { change: ChangeLine; minutes: number; on: string[]; suspect: SuspectLine | null; call: Contact | null; version: string | null; undoes: string | null; undone: boolean; thought: { state: 'suspected' | 'cleared' | 'confirmed'; by: string; at: string; why: string } | null }

/** Tickets/Steps/Checklist */
export interface ChecklistLine { id: number; name: string; service: string | null; steps: ChecklistStep[]; version: number }

/** Tickets/Steps/Checklist */
export interface ChecklistStep { text: string; team: string | null; must: boolean }

/** Incidents/Under/UnderInRoom */
export interface ChildLine { id: number; ref: string; title: string; state: 'up' | 'at_risk' | 'degraded' | 'down' | 'restored'; stands: string; resolved: boolean; alone: boolean }

/** Platform/Contracts/RunningClock */
export interface Clock { id: string; title: string; detail: string; due: number; began: number; link: string; person: boolean; holder: string | null }

/** Desk/RunningClocks */
export interface ClockTold { id: string; title: string; detail: string; due: number; began: number; link: string; person: boolean; holder: string | null }

/** Platform/Staff/Colleagues */
export interface Colleague { id: string; name: string; coordinates: boolean }

/** Changes/CalendarWords */
export interface CollisionLine { changes: string[]; from: number; to: number; words: string }

/** Changes/InRoom/WhatChanged */
export interface Contact { id: string; name: string }

/** Incidents/Roles/RolesInRoom */
export interface CoordinationLine { incident: number; ref: string; title: string; from: string; to: string; mine: boolean; brief: string; offered_at: string }

/** Rota/Gaps */
export interface CoverGap { rota: string; name: string; team: string; from: string; to: string }

/** Tickets/AtTheDesk */
export interface DeskLine { id: string; name: string; free: boolean; open: number }

/** Updates/Versions/DraftVersions */
export interface DraftLine { version: 'public' | 'staff' | 'technical' | 'card'; words: string; language: 'en' | 'no' | 'de' | 'ar'; text: string; meanwhile: string; missing: string[] }

/** Updates/Versions/DraftVersions */
export interface DraftedLine { versions: DraftLine[]; changed: string[]; services: ServiceState[]; places: string[]; since: string; estimate: string | null; allServices: string[]; allPlaces: string[] }

/** Tickets/Notes/NotesElsewhere */
export interface ElsewhereLine { id: string; ref: string; link: string; by: string; at: string; text: string; internal: boolean }

/** Incidents/Major/ExtentOf */
export interface ExtentLine { services: { id: string; name: string; tier: number; state: 'up' | 'at_risk' | 'degraded' | 'down' }[]; places: string[]; reports: number; people: number }

/** Rota/Feeds */
export interface FeedLine { id: number; kind: string; made: number; asked: number | null }

/** Updates/Files/ReportFile */
export interface FileLine { key: string; name: string; kind: 'png' | 'jpg' | 'webp' | 'gif' | 'pdf' | 'txt'; picture: boolean; bytes: number; width: number | null; height: number | null }

/** Updates/Checking/CheckWords */
export interface FoundInVersion { version: 'public' | 'staff' | 'technical' | 'card'; language: 'en' | 'no' | 'de' | 'ar'; slips: SlipLine[]; unread: string[] }

/** Updates/Checking/CheckWords */
export interface FoundInWords { text: SlipLine[]; unread: string[]; meanwhile: SlipLine[]; facts: SlipLine[]; versions: FoundInVersion[] }

/** Updates/Versions/GlossaryWords */
export interface GlossaryRow { phrase: string; in: Record<string, string> }

/** Signals/GroupsInOrder */
export interface GroupInOrder { id: number; taken: boolean; tier: number; rank: number; since: string; count: number; level: number }

/** Incidents/Course/CourseInRoom */
export interface Grown { at: number; services: number; places: number; reports: number }

/** Tickets/TicketPage */
export interface Guess { id: number; ref: string; title: string; score: number; because: string[] }

/** Incidents/Finding/FindingInRoom */
export interface HealthyLine { id: string; name: string }

/** Changes/CalendarGround */
export interface HoursLine { name: string; for: 'item' | 'team' | 'anything'; of: string | null; open: { from: number; to: number }[] }

/** Incidents/Finding/Hypothesis */
export interface HypothesisLine { id: number; text: string; check: string; state: 'open' | 'ruled-out' | 'confirmed'; result: string; item: string | null; by: string; person: { id: string; name: string } | null; settledBy: string | null; made_at: string; settled_at: string | null; version: number }

/** Platform/Contracts/InHand */
export interface InHandLine { what: string; link: string; becomes: string; role?: 'coordinator' | 'responder' | 'desk' | 'service_owner' | 'administrator' }

/** Changes/Planning/Calendar */
export interface InTheWayLine { kind: 'windows' | 'freezes' | 'busy' | 'crew'; words: string; firstWithout: number | null }

/** Incidents/IncidentSummary */
export interface IncidentLine { id: number; ref: string; title: string; priority: number; service: string; stage: 'looking' | 'cause_found' | 'fixing' | 'proving' | 'restored'; stageWords: string; state: 'up' | 'at_risk' | 'degraded' | 'down' | 'restored'; stands: string; started_at: string; declared_at: string; resolved_at: string | null; next_update_at: string | null; restore_by: string; respond_by: string | null; answered_at: string | null; coordinator: string; coordinator_id: string | null; major_at: string | null; estimate_at: string | null; estimate_by: string; estimates: number; part_of: number | null }

/** Platform/Journal/Telling */
export interface JournalLine { seq: number; at: string; lead: string; rest: string; weight: 'plain' | 'strong' | 'quiet'; by: string | null; kind: string; message: string | null }

/** Platform/Contracts/Knows */
export interface KnownLine { kind: string; id: number; ref: string; title: string; more: string; link: string; at: string; loose: boolean }

/** Platform/Contracts/Knows */
export interface KnownText { title: string; body: string }

/** Changes/ItemChanges */
export interface LatestChange { id: number; ref: string; title: string; words: string; at: string; isOn: boolean; isWrong: boolean }

/** Tickets/Lesson */
export interface LessonLine { id: number; ticket: number; ref: string; what: string; field: string; suggested: string | null; value: string; by: string; at: string; undone: boolean }

/** Changes/Planning/Looked */
export interface LookedAt { touched: TouchedLine[]; services: { id: string; name: string; tier: number; state: 'up' | 'at_risk' | 'degraded' | 'down' }[]; ask: string[]; tell: string[]; warning: string | null; risk: string; failed: string[]; major: boolean; approvers: string; against: string[]; slots: SlotLine[]; inTheWay: InTheWayLine[]; band: { from: number; to: number; blocked: BlockedLine[] } | null; wayBack: string }

/** Incidents/Major/MajorSettings */
export interface MajorChoices { conditions: MajorCondition[]; update_minutes: number; team: string | null; roles: MajorRole[]; confirm_all: boolean; proving_minutes: number; link_alone: boolean; watch_minutes: number; conversation: boolean; bridge: boolean }

/** Incidents/Major/MajorSettings */
export interface MajorCondition { tier: number | null; places: number | null; reports: number | null; minutes: number | null }

/** Incidents/Major/MajorInRoom */
export interface MajorLine { why: string[]; extent: ExtentLine }

/** Incidents/Major/MajorSettings */
export interface MajorRole { id: string; name: string }

/** Paging/Talk/Message */
export interface MessageLine { id: number; by: string; text: string; at: string; made: string | null }

/** Rota/Handovers */
export interface Near { at: number; leaves: string | null; comes: string | null; since: number }

/** Tickets/Notes/NoteRules */
export interface NoteRule { link: 'about' | 'part-of' | 'under'; way: 'down' | 'up'; internal: boolean; public: boolean; earlier: boolean }

/** Tickets/OffersToDecide */
export interface OfferLine { id: number; ref: string; what: string; who: string; offered: { to: string; by: string; mine: boolean } }

/** Incidents/Merging/MergingController */
export interface OpenIncidentLine { id: number; ref: string; title: string }

/** Incidents/Finding/FindingInRoom */
export interface OptionLine { id: number; kind: 'roll-back' | 'quick-fix' | 'work-around' | 'wait'; kindWords: string; text: string; minutes: number | null; risk: string; by: string; items: { id: string; name: string }[]; takesDown: { name: string; state: 'up' | 'at_risk' | 'degraded' | 'down' }[]; chosen: { by: string; at: string; why: string } | null }

/** Tickets/TicketPage */
export interface OtherTicket { id: number; ref: string; what: string; state: string }

/** Updates/Checking/OutsideWords */
export interface OutsideWord { word: string; instead: string }

/** Incidents/Under/UnderInRoom */
export interface ParentLine { id: number; ref: string; title: string; state: 'up' | 'at_risk' | 'degraded' | 'down' | 'restored'; stands: string; soFar: string; next_update_at: string | null; alone: boolean }

/** Platform/Staff/KeepParticulars */
export interface Particulars { name: string; title: string | null; email: string; team: string | null; roles: string[]; time_zone: string; version: number }

/** Topology/Exchange/KeepImports */
export interface Plan { counts: Record<string, number>; notes: string[]; fingerprint: string }

/** Changes/ChangeShown */
export interface PlanOfChange { id: number; title: string; kind: string; from: string; to: string; down: { id: string; name: string }[]; touched: { id: string; name: string }[]; reason: string; backOut: string; backMinutes: number | null; implementer: string | null; team: string | null; steps: StepLine[]; version: number; ref: string; state: 'draft' | 'asked' | 'approved' | 'refused' | 'expired' | 'under-way' | 'done' | 'backed-out' | 'failed' | 'cancelled' | 'in-review'; template: number | null }

/** Updates/Planned/PlannedWork */
export interface PlannedLine { id: number; quiet: number; services: { name: string; state: 'up' | 'at_risk' | 'degraded' | 'down' }[]; places: string[]; before: string | null; from: string; to: string; stage: 'announced' | 'soon' | 'moved' | 'withdrawn' | 'overrun' | 'over'; text: string; incident: number | null; held: boolean }

/** Tickets/TicketPost */
export interface PostLine { id: number; by: string | null; internal: boolean; text: string | null; at: string; translated: TranslationLine | null; files: FileLine[] }

/** Tickets/ProbablyHere */
export interface ProbableLine { id: number; ref: string; what: string; place: string | null; opened_at: string; incident: number; of: string | null; because: string[] }

/** Updates/Planned/PublicPlanned */
export interface PublicPlannedLine { id: number; stage: 'announced' | 'soon' | 'moved' | 'withdrawn' | 'overrun' | 'over'; services: { name: string; state: 'up' | 'at_risk' | 'degraded' | 'down' }[]; places: string[]; before: string | null; from: string; until: string; text: string; languages: Record<string, string>; address: string }

/** Updates/Outside/PublicUpdate */
export interface PublicUpdateLine { incident: number; number: number; stage: string; text: string; meanwhile: string | null; services: { name: string; state: 'up' | 'at_risk' | 'degraded' | 'down' }[]; languages: Record<string, { text: string; meanwhile: string | null; isRead: boolean }>; places: string[]; publishedAt: string; nextAt: string | null; corrects: number | null; address: string }

/** Updates/Questions */
export interface Question { ask: string; example: string }

/** Topology/Reach */
export interface ReachData { nodes: ReachNode[]; edges: ReachEdge[]; services: Service[]; counts: { down: number; degraded: number; at_risk: number }; beyond: number }

/** Topology/Reach */
export interface ReachEdge { from: string; to: string; soft: boolean; group: string | null }

/** Topology/Reach */
export interface ReachNode { id: string; name: string; kind: string; tier: number | null; site: string | null; state: 'up' | 'at_risk' | 'degraded' | 'down'; distance: number | null; because: string[]; why: string; groups: string[]; side?: 'root' | 'hit' | 'under' | 'spare'; alerts?: number; work?: string | null }

/** Tickets/TicketPage */
export interface ReadItem { id: string; name: string; kind: string; read: string; in: string | null }

/** Updates/Reading/Readers */
export interface ReaderLine { person: string; name: string; audience: string; opened: string | null; confirmed: string | null; reminded: string | null; phone: string | null }

/** Updates/Reading/Readers */
export interface ReadersLine { update: number; number: number; readers: ReaderLine[]; others: number }

/** Incidents/Report */
export interface ReportLine { id: number; ref: string; what: string; site: string | null; name: string | null; service: string; service_id: string; told_at: string; resolved_at: string | null; incident: number | null }

/** Incidents/Ending/Recurrence */
export interface ReturnLine { id: number; ref: string; title: string; resolved_at: string; items: string[] }

/** Incidents/Roles/RolesInRoom */
export interface RoleLine { id: string; name: string; person: { id: string; name: string } | null; since: string | null; before: { name: string; since: string; until: string | null }[] }

/** Paging/Talk/TalkOfIncident */
export interface RoomTalk { possible: { conversation: boolean; bridge: boolean }; conversation: { name: string; trouble: string | null; count: number } | null; messages: MessageLine[]; bridge: { name: string; number: string | null; since: string; trouble: string | null; people: BridgePerson[] } | null }

/** Incidents/Course/AsItWas */
export interface RoomThen { at: string; before: number | null; after: number | null; open: boolean; title: string; stage: string; priority: number | null; major: boolean; coordinator: string; estimate: string | null; roles: { name: string; person: string }[]; hypotheses: { text: string; state: 'open' | 'ruled-out' | 'confirmed'; result: string; by: string }[]; tasks: { text: string; who: string; state: string; blocked: string }[]; alerts: number; reports: number; items: { name: string; state: string }[]; clocks: { name: string; due: string }[]; extent: { services: { name: string; state: 'up' | 'at_risk' | 'degraded' | 'down' }[]; places: string[]; reports: number; people: number } | null }

/** Updates/ReportRules */
export interface Rule { attach: boolean; faulty: boolean }

/** Incidents/Said */
export interface SaidOfItem { id: string; name: string; state: string | null; by: string | null; why: string | null }

/** Changes/ChangeShown */
export interface SeatLine { of: string; by: string | null; yes: boolean | null; at: number | null; comment: string }

/** Desk/Known/SeenBeforeInRoom */
export interface SeenLine { id: number; ref: string; title: string; was: string; helped: string; seconds: number; at: string; words: string[] }

/** Topology/Reach */
export interface Service { id: string; name: string; tier: number; state: 'up' | 'at_risk' | 'degraded' | 'down' }

/** Updates/Versions/DraftVersions */
export interface ServiceState { name: string; state: 'up' | 'at_risk' | 'degraded' | 'down' }

/** Tickets/Together/TogetherController */
export interface SharedAnswerLine { id: number; text: string; by: string; at: string; told: number; owed: number; goesOn: boolean }

/** Updates/Checking/CheckWords */
export interface SlipLine { kind: 'time' | 'zone' | 'passed' | 'restored' | 'state' | 'place' | 'service' | 'inside' | 'quoted' | 'jargon'; at: number; length: number; found: string; words: string; instead: string | null }

/** Changes/Planning/Calendar */
export interface SlotLine { from: number; to: number }

/** Updates/Reading/StaffUpdates */
export interface StaffUpdate { incident: number; ref: string; title: string; priority: number; update: number; number: number; stageWords: string; services: { name: string; state: 'up' | 'at_risk' | 'degraded' | 'down' }[]; places: string[]; words: StaffWords[]; counter: string | null; meanwhile: string | null; publishedAt: string; nextAt: string | null; resolvedAt: string | null; mustRead: boolean; isRead: boolean }

/** Updates/Reading/StaffUpdates */
export interface StaffWords { language: 'en' | 'no' | 'de' | 'ar'; text: string }

/** Changes/ChangeShown */
export interface StageLine { name: string; state: string; needed: number; stuck: boolean; waitsFor: string[]; seats: SeatLine[] }

/** Changes/Planning/ChangeStep */
export interface StepLine { id: number; text: string; minutes: number | null; check: string; back: string; noReturn: boolean; by: string | null; done: string | null }

/** Updates/Following/Subscription */
export interface SubscriptionLine { channel: 'mail' | 'text' | 'chat' | 'webhook'; address: string; language: string; services: string[]; places: string[]; tier: number | null; about: 'all' | 'incidents' | 'planned'; incident: string | null; onlyEnd: boolean; quiet_from: string | null; quiet_until: string | null; digest_at: string | null; isConfirmed: boolean; paused: string | null; isEnded: boolean; version: number }

/** Tickets/Suggestions */
export interface Suggested { field: string; choices: Alternative[] }

/** Tickets/FoundSurge */
export interface SurgeLine { id: number; service: string; service_id: string; began_at: string; count: number; usual: number; places: string[]; reports: number[]; says: string[]; probably: { id: number; ref: string; title: string; tickets: number[] } | null }

/** Changes/InRoom/WhatChanged */
export interface SuspectLine { score: number; sure: string; explains: string[]; leaves: string[]; alsoExpected: string[] }

/** Tickets/TicketPost */
export interface TalkLine { id: number; mine: boolean; text: string; original: string | null; at: string; files: FileLine[] }

/** Tickets/Steps/Task */
export interface TaskLine { id: number; own: number | null; holder: { id: string; name: string } | null; text: string; team: string | null; for: { id: string; name: string } | null; by_when: string | null; blocked: string | null; must: boolean; state: 'open' | 'done' | 'skipped'; why: string | null; by: string | null; at: string | null }

/** Changes/Templates/ChangeTemplate */
export interface TemplateLine { id: number; title: string; items: { id: string; name: string }[]; itemsOf: string | null; minutes: number; backOut: string; steps: string[]; team: string | null; from: { id: number; ref: string }; by: string; agreed: { by: string; at: string } | null; withdrawn: { by: string; at: string; why: string } | null; used: number; wrong: number; mayAgree: boolean }

/** Tickets/Ticket */
export interface TicketLine { id: number; report: number | null; part_of: { ref: string; title: string; link: string | null } | null; task: number | null; ref: string; kind: 'report' | 'request' | 'task'; state: 'new' | 'ours' | 'theirs' | 'done'; what: string; name: string | null; place: string | null; service: string; team: string | null; item_name: string | null; way: string; language: string | null; priority: number; who: string; with: string; holder: string | null; mine: boolean; opened_at: string; waits_since: string; due: string | null; is_near: boolean; offered: { to: string; by: string; mine: boolean } | null; more_urgent: string | null; incident: { id: number; ref: string; title: string; is_open: boolean } | null; probably: { id: number; ref: string; title: string; score: number; because: string[] } | null }

/** Tickets/TicketPage */
export interface TicketMore { version: number; service_id: string; impact: 'wide' | 'part' | 'few'; urgency: 'now' | 'soon' | 'later'; item: { id: string; name: string } | null; mailed: boolean; follow: string | null; posts: PostLine[]; guesses: Guess[]; promises: TicketPromise[]; others: OtherTicket[]; way: string; service_said: boolean; said: string[]; judged: { helped: boolean; better: string | null } | null; files: FileLine[]; suggested: Suggested[]; items: ReadItem[]; translated: TranslationLine | null; language: string | null; original: string; steps: TaskLine[]; tried: AttemptLine[]; elsewhere: ElsewhereLine[]; busy: { name: string; until: string; raise: 'now' | 'soon' | 'later' | null } | null }

/** Tickets/TicketPage */
export interface TicketPromise { name: string; state: 'none' | 'running' | 'outside' | 'paused' | 'missed' | 'met' | 'met_late'; broken: boolean; left: number | null; due: string | null; met: string | null }

/** Incidents/OnOneItem */
export interface Together { item: { id: string; name: string }; troubles: { kind: 'incident' | 'group'; id: number; ref: string; title: string; alertIds: number[] }[] }

/** Updates/Following/AudienceShown */
export interface ToldLine { number: number; told: number; isWhole: boolean; sent: number; arrived: number; waits: number; failed: number; errors: { why: string; count: number }[]; versions: VersionLine[] }

/** Changes/Planning/Touched */
export interface TouchedLine { id: string; name: string; kind: string; tier: number | null; state: 'up' | 'at_risk' | 'degraded' | 'down' }

/** Tickets/Languages/Translation */
export interface TranslationLine { from: string; to: string; text: string; corrected: boolean }

/** Platform/Contracts/Troubles */
export interface Trouble { kind: 'stopped' | 'broken' | 'path'; what: string; does: string; since: string | null }

/** Paging/Unanswered */
export interface UnansweredCall { id: number; link: string; ref: string; title: string; priority: number; words: string; said: string; at: string; waits: string | null }

/** Incidents/Roles/LeftBehind */
export interface UncoordinatedLine { incident: number; ref: string; title: string; priority: number }

/** Updates/DoubtsToDecide */
export interface UnsaidService { name: string; item: string; state: 'up' | 'at_risk' | 'degraded' | 'down'; published: 'up' | 'at_risk' | 'degraded' | 'down'; incident: { id: number; ref: string } | null }

/** Updates/Update */
export interface UpdateLine { number: number; stage: 'looking' | 'cause_found' | 'fixing' | 'proving' | 'restored'; stageWords: string; text: string; meanwhile: string | null; services: { name: string; state: 'up' | 'at_risk' | 'degraded' | 'down' }[]; published_at: string; next_at: string | null; corrects: number | null }

/** Updates/Versions/UpdateVersion */
export interface VersionInput { version: string; language: string; text: string; meanwhile?: string | null; isRead: boolean }

/** Updates/Versions/UpdateVersion */
export interface VersionLine { version: 'public' | 'staff' | 'technical' | 'card'; language: 'en' | 'no' | 'de' | 'ar'; text: string; meanwhile: string | null; isRead: boolean }
