<?php

declare(strict_types=1);

namespace App\Paging\Talk;

use App\Incidents\Contracts\HasConsequences;
use App\Incidents\Contracts\RoomPanel;
use App\Incidents\Foreseen;
use App\Incidents\Incident;
use App\Incidents\Major\MajorSettings;
use App\Incidents\Situation;
use App\Incidents\Turn;
use App\Incidents\TurnKind;
use App\Platform\Person;
use Carbon\CarbonImmutable;
use Inertia\Inertia;

/**
 * The conversation and the phone bridge of an incident: in its room, and when it is raised, merged or over.
 *
 * @phpstan-import-type MessageLine from Message
 * @phpstan-import-type BridgePerson from Bridge
 * @phpstan-type RoomTalk array{
 *     possible: array{conversation: bool, bridge: bool},
 *     conversation: array{name: string, trouble: string|null, count: int}|null, messages: list<MessageLine>,
 *     bridge: array{name: string, number: string|null, since: CarbonImmutable, trouble: string|null, people: list<BridgePerson>}|null,
 * }
 */
final readonly class TalkOfIncident implements HasConsequences, RoomPanel
{
    /** The end of it; all of it stands in the journal. */
    private const SHOWN = 30;

    public function __construct(private HoldConversation $talk, private RunBridge $bridge) {}

    public function room(Incident $incident, Situation $situation, Person $reader): array
    {
        return ['talk' => Inertia::defer(static fn(): array => self::line($incident), 'later')];
    }

    public function foresee(Incident $incident, Turn $turn): ?Foreseen
    {
        return match ($turn->kind) {
            TurnKind::Major => $this->opens($incident, $turn),
            TurnKind::NotMajor => new Foreseen(static fn(): array => [
                'talkStays' => array_values(array_filter([
                    Conversation::of($incident) === null ? null : 'the conversation',
                    Bridge::of($incident) === null ? null : 'the phone bridge',
                ])),
            ], static function (): void {}),
            TurnKind::Resolved => new Foreseen(static fn(): array => [
                'closesTalk' => Conversation::of($incident) !== null || Bridge::of($incident) !== null,
            ], function () use ($incident, $turn): void {
                $this->end($incident, $turn, "{$incident->ref()} is resolved.");
            }),
            TurnKind::Merged => $turn->into === null ? null : $this->moves($incident, $turn->into, $turn),
            default => null,
        };
    }

    private function opens(Incident $incident, Turn $turn): Foreseen
    {
        $settings = MajorSettings::now();
        $talks = $settings->conversation && TalkMessages::isPossible() && Conversation::of($incident) === null;
        $rings = $settings->bridge && BridgeMessages::isPossible() && Bridge::of($incident) === null;

        return new Foreseen(static fn(): array => [
            'opensTalk' => array_values(array_filter([
                $talks ? 'a conversation, '.strtolower($incident->ref()) : null,
                $rings ? 'a phone bridge, '.strtolower($incident->ref()) : null,
            ])),
        ], function () use ($incident, $turn, $talks, $rings): void {
            if ($talks) {
                $this->talk->open($incident, $turn->by);
            }
            if ($rings) {
                $this->bridge->open($incident, $turn->by);
            }
        });
    }

    private function end(Incident $incident, Turn $turn, string $why): void
    {
        $conversation = Conversation::of($incident);
        if ($conversation !== null) {
            $this->talk->close($conversation, $why);
        }
        $bridge = Bridge::of($incident);
        if ($bridge !== null) {
            $this->bridge->close($bridge, $turn->by);
        }
    }

    /** Where people talk about the other already, those of this one are shown the way there; else they talk on where they are. */
    private function moves(Incident $incident, Incident $into, Turn $turn): Foreseen
    {
        return new Foreseen(static fn(): array => [], function () use ($incident, $into, $turn): void {
            $there = Conversation::of($into);
            $conversation = Conversation::of($incident);
            if ($conversation !== null && $there !== null) {
                $this->talk->close($conversation, "{$incident->ref()} goes on in {$into->ref()}: talk on in $there->name.");
            }
            $bridge = Bridge::of($incident);
            if ($bridge !== null && Bridge::of($into) !== null) {
                $this->bridge->close($bridge, $turn->by);
            }
            foreach ([Conversation::class, Message::class, Bridge::class] as $records) {
                $records::query()->where('incident_id', $incident->id)->update(['incident_id' => $into->id]);
            }
        });
    }

    /** @return RoomTalk */
    private static function line(Incident $incident): array
    {
        $conversation = Conversation::of($incident);
        $bridge = Bridge::of($incident)?->load('events');
        $messages = Message::query()->where('incident_id', $incident->id);

        return [
            'possible' => ['conversation' => TalkMessages::isPossible(), 'bridge' => BridgeMessages::isPossible()],
            'conversation' => $conversation === null ? null : [
                'name' => $conversation->name, 'trouble' => $conversation->trouble, 'count' => $messages->clone()->count(),
            ],
            'messages' => array_values($messages->with('entry')->orderByDesc('said_at')->orderByDesc('id')->limit(self::SHOWN)->get()
                ->reverse()->map(static fn(Message $one): array => $one->toLine())->all()),
            'bridge' => $bridge === null ? null : [
                'name' => $bridge->name, 'number' => $bridge->number, 'since' => $bridge->opened_at, 'trouble' => $bridge->trouble,
                'people' => $bridge->people(),
            ],
        ];
    }
}
