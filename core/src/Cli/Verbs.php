<?php

declare(strict_types=1);

namespace Skarvo\Cli;

use Skarvo\Changes\Approvals\Approvals;
use Skarvo\Changes\Approvals\ApprovalsDocument;
use Skarvo\Changes\Collisions\Collisions;
use Skarvo\Changes\Collisions\CollisionsDocument;
use Skarvo\Changes\Slots\InTheWay;
use Skarvo\Changes\Slots\Slot;
use Skarvo\Changes\Slots\Slots;
use Skarvo\Changes\Slots\SlotsDocument;
use Skarvo\Changes\Suspects\Suspect;
use Skarvo\Changes\Suspects\Suspects;
use Skarvo\Changes\Suspects\SuspectsDocument;
use Skarvo\Incidents\Notes\Copies;
use Skarvo\Incidents\Notes\CopiesDocument;
use Skarvo\Incidents\Notes\Copy;
use Skarvo\Incidents\Targets\TargetClock;
use Skarvo\Incidents\Targets\Targets;
use Skarvo\Incidents\Targets\TargetsDocument;
use Skarvo\Json\Document;
use Skarvo\Paging\CallDocument;
use Skarvo\Paging\Escalation;
use Skarvo\Rota\RotaDocument;
use Skarvo\Signals\Replay\ReplayDocument;
use Skarvo\Tickets\Related\Placement;
use Skarvo\Tickets\Related\Related;
use Skarvo\Tickets\Related\RelatedDocument;
use Skarvo\Tickets\Surge;
use Skarvo\Tickets\SurgeDocument;
use Skarvo\Topology\Candidate;
use Skarvo\Topology\Candidates;
use Skarvo\Topology\EstateDocument;
use Skarvo\Topology\Trace;
use Skarvo\Topology\WeakPoints;

/** The computations that bin/skarvo offers, each as two steps: read a document, then solve what was read. */
final class Verbs
{
    /** @return array<string, \Closure(Document): (\Closure(): array<string, mixed>)> */
    public static function all(): array
    {
        return [
            'trace' => static function (Document $document): \Closure {
                [$graph, $observed] = EstateDocument::forTrace($document);

                return static fn(): array => Trace::of($graph, $observed)->toArray();
            },
            'weak-points' => static function (Document $document): \Closure {
                [$graph, $service] = EstateDocument::forWeakPoints($document);

                return static fn(): array => ['weak_points' => WeakPoints::of($graph, $service)];
            },
            'candidates' => static function (Document $document): \Closure {
                [$graph, $symptoms, $watched] = EstateDocument::forCandidates($document);

                return static fn(): array => ['candidates' => array_map(
                    static fn(Candidate $candidate): array => $candidate->toArray(), Candidates::of($graph, $symptoms, $watched),
                )];
            },
            'oncall' => static function (Document $document): \Closure {
                [$rota, $from, $to] = RotaDocument::read($document);

                return static fn(): array => $rota->between($from, $to)->toArray();
            },
            'escalate' => static function (Document $document): \Closure {
                [$call, $until] = CallDocument::read($document);

                return static fn(): array => Escalation::follow($call, $until)->toArray();
            },
            'replay' => static function (Document $document): \Closure {
                [$replay, $signals] = ReplayDocument::read($document);

                return static function () use ($replay, $signals): array {
                    array_map($replay->take(...), $signals);

                    return $replay->finish();
                };
            },
            'related' => static function (Document $document): \Closure {
                $asked = RelatedDocument::read($document);

                return static fn(): array => ['related' => array_map(
                    static fn(Placement $answer): array => $answer->toArray(), Related::of(...$asked),
                )];
            },
            'surge' => static function (Document $document): \Closure {
                $asked = SurgeDocument::read($document);

                return static fn(): array => Surge::of(...$asked)->toArray();
            },
            'copies' => static function (Document $document): \Closure {
                [$links, $rules, $notes] = CopiesDocument::read($document);

                return static fn(): array => ['copies' => array_map(
                    static fn(Copy $copy): array => $copy->toArray(), (new Copies($links, $rules))->of($notes),
                )];
            },
            'slots' => static function (Document $document): \Closure {
                $asked = SlotsDocument::read($document);

                return static function () use ($asked): array {
                    [$slots, $inTheWay] = Slots::of(...$asked);

                    return [
                        'slots' => array_map(static fn(Slot $slot): array => $slot->toArray(), $slots),
                        'in_the_way' => array_map(static fn(InTheWay $one): array => $one->toArray(), $inTheWay),
                    ];
                };
            },
            'collisions' => static function (Document $document): \Closure {
                $asked = CollisionsDocument::read($document);

                return static fn(): array => Collisions::of(...$asked)->toArray();
            },
            'approvals' => static function (Document $document): \Closure {
                $asked = ApprovalsDocument::read($document);

                return static fn(): array => Approvals::of(...$asked)->toArray();
            },
            'suspects' => static function (Document $document): \Closure {
                $asked = SuspectsDocument::read($document);

                return static fn(): array => ['suspects' => array_map(
                    static fn(Suspect $suspect): array => $suspect->toArray(), Suspects::of(...$asked),
                )];
            },
            'targets' => static function (Document $document): \Closure {
                $asked = TargetsDocument::read($document);

                return static fn(): array => ['clocks' => array_map(
                    static fn(TargetClock $clock): array => $clock->toArray(), Targets::of(...$asked),
                )];
            },
        ];
    }
}
