<?php

declare(strict_types=1);

namespace App\Incidents\Under;

use App\Incidents\Incident;
use App\Incidents\Link;
use App\Incidents\LinkKind;
use App\Incidents\Major\MajorSettings;
use App\Incidents\Situation;
use App\Platform\Contracts\ClockPart;
use App\Platform\Journal\Actor;
use App\Platform\Refused;
use Illuminate\Support\Facades\DB;

/** Puts a new incident under the major one of which it is part beyond doubt; what was taken out once is never put there again. */
final class PutUnderByItself implements ClockPart
{
    /** What is older was looked at by somebody. */
    private const NEW_SECONDS = 600;

    /** How often it is looked. */
    private const LOOK_SECONDS = 5.0;

    private static float $looked = 0;

    public function __construct(private readonly PutUnder $put) {}

    public function name(): string
    {
        return 'belonging';
    }

    public function whileBroken(): string
    {
        return 'Incidents are not put under a major one by themselves.';
    }

    /** Has it looked again at the next tick. */
    public static function lookAgain(): void
    {
        self::$looked = 0;
    }

    public function __invoke(\Closure $mayWork): int
    {
        if (microtime(true) - self::$looked < self::LOOK_SECONDS) {
            return 0;
        }
        self::$looked = microtime(true);
        $majors = Incident::query()->whereNull('resolved_at')->whereNotNull('major_at')->orderBy('id')->get();
        if ($majors->isEmpty() || ! MajorSettings::now()->linkAlone) {
            return 0;
        }
        $new = Incident::query()->whereNull('resolved_at')->whereNull('major_at')->where(
            'declared_at', '>', now()->subSeconds(self::NEW_SECONDS),
        )
            ->whereNotIn('id', Link::query()->where('kind', LinkKind::Under)->where('from_kind', Incident::KIND)->select('from_id'))
            ->orderBy('id')->get();
        if ($new->isEmpty()) {
            return 0;
        }
        $situation = Situation::now();
        $done = 0;
        foreach ($new as $incident) {
            foreach ($majors as $major) {
                if (Belonging::of($major, $incident, $situation)?->isBeyondDoubt === true) {
                    $done += DB::transaction(fn(): int => $mayWork() ? $this->put($incident, $major) : 0);
                    break;
                }
            }
        }

        return $done;
    }

    private function put(Incident $incident, Incident $major): int
    {
        try {
            ($this->put)($incident, $major, Actor::system());

            return 1;
        } catch (Refused) {
            // Somebody ended it, or put it elsewhere, meanwhile.
            return 0;
        }
    }
}
