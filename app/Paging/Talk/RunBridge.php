<?php

declare(strict_types=1);

namespace App\Paging\Talk;

use App\Incidents\Incident;
use App\Platform\Database\Locked;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Outbox\Outbox;
use App\Platform\Person;
use App\Platform\Refused;
use Carbon\CarbonImmutable;
use Illuminate\Support\Str;
use Skarvo\Paging\Bridge\Heard;
use Skarvo\Paging\Bridge\OnBridge;

/** The phone bridge of an incident: opened, people rung onto it, closed. Call it inside a transaction. */
final readonly class RunBridge
{
    /** Somebody's phone rings: only pages go first. */
    private const RANK = 3;

    /** Open, or made. */
    public function open(Incident $incident, Actor $by): Bridge
    {
        Locked::again($incident);
        if (! $incident->isOpen()) {
            throw Refused::because("{$incident->ref()} is resolved.");
        }
        $there = Bridge::of($incident);
        if ($there !== null) {
            return $there;
        }
        $nth = Bridge::query()->where('incident_id', $incident->id)->count() + 1;
        $bridge = Bridge::query()->create([
            'incident_id' => $incident->id, 'name' => strtolower($incident->ref()).($nth === 1 ? '' : "-$nth"), 'opened_at' => now(),
        ]);
        self::send($bridge, ['does' => 'open', 'title' => "{$incident->ref()} {$incident->title}"]);
        self::write($by, TalkEntry::BridgeOpened, $bridge, ['name' => $bridge->name]);

        return $bridge;
    }

    /**
     * @param  non-empty-list<Person>  $people
     *
     * @throws Refused if it is closed, or none of them can be rung
     */
    public function ring(Incident $incident, array $people, Person $by): void
    {
        Locked::again($incident);
        $bridge = Bridge::of($incident) ?? throw Refused::because('There is no bridge open. Open it first.');
        $rung = [];
        foreach ($people as $one) {
            if ($one->left_at !== null) {
                throw Refused::because("$one->name is not here any more.", 'people');
            }
            // A phone that rings, or that is in, is not rung once more by whoever comes a moment later.
            if (in_array($bridge->standing($one->id), [OnBridge::In, OnBridge::Ringing], true)) {
                continue;
            }
            $event = 'ring-'.Str::uuid();
            $bridge->hear($event, $one->id, Heard::Rung, CarbonImmutable::now());
            self::send($bridge, ['does' => 'ring', 'person' => $one->id, 'name' => $one->name, 'event' => $event]);
            $rung[] = $one->id;
        }
        if ($rung === []) {
            throw Refused::because(
                count($people) === 1
                    ? "{$people[0]->name} is on the bridge, or is being rung."
                    : 'They are all on the bridge, or are being rung.',
                'people',
            );
        }
        self::write(Actor::person($by), TalkEntry::BridgeRang, $bridge, ['people' => $rung]);
    }

    /** What the exchange tells of somebody. */
    public function hear(Bridge $bridge, string $event, Person $person, Heard $heard, CarbonImmutable $at): void
    {
        Locked::again($bridge);
        $was = $bridge->standing($person->id);
        if (! $bridge->hear($event, $person->id, $heard, $at->min(now()))) {
            return;
        }
        $is = $bridge->standing($person->id);
        $kind = $is === $was ? null : match ($is) {
            OnBridge::In => TalkEntry::BridgeJoined,
            OnBridge::Left => TalkEntry::BridgeLeft,
            OnBridge::Unanswered => TalkEntry::BridgeUnanswered,
            default => null,
        };
        if ($kind !== null) {
            // Noticed by the exchange: not a deed by which somebody shows that they are on it.
            self::write(Actor::system(), $kind, $bridge, ['person' => $person->id]);
        }
    }

    public function close(Bridge $bridge, Actor $by): void
    {
        if ($bridge->closed_at !== null) {
            return;
        }
        $bridge->update(['closed_at' => now()]);
        self::send($bridge, ['does' => 'close']);
        self::write($by, TalkEntry::BridgeClosed, $bridge, ['name' => $bridge->name]);
    }

    /** @param  array<string, string>  $what */
    private static function send(Bridge $bridge, array $what): void
    {
        Outbox::put(BridgeMessages::KIND, 'bridge-'.Str::uuid(), ['bridge' => $bridge->name, ...$what], now(), self::RANK);
    }

    /** @param  array<string, mixed>  $facts */
    private static function write(Actor $by, TalkEntry $kind, Bridge $bridge, array $facts): void
    {
        Journal::write($by, $kind, [Incident::KIND, $bridge->incident_id], $facts, [Incident::KIND => $bridge->incident_id]);
    }
}
