<?php

declare(strict_types=1);

namespace App\Incidents\Ending;

use App\Incidents\Incident;
use App\Incidents\IncidentEntry;
use App\Incidents\Major\MajorSettings;
use App\Incidents\Situation;
use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Refused;
use App\Signals\Alert;
use Carbon\CarbonImmutable;
use Skarvo\Incidents\Ending\Confirmation;
use Skarvo\Topology\HitService;

/** Whether it is confirmed that an incident is over: by what is known, and by what whoever resolves it says. */
final readonly class Confirm
{
    /** @param  string  $why  it is resolved without; empty: it is confirmed, or need not be */
    public function __construct(
        public bool $fixTried = false, public string $word = '', public string $check = '', public string $why = '',
    ) {}

    public static function isRequired(Incident $incident): bool
    {
        return $incident->isMajor() || MajorSettings::now()->confirmAll;
    }

    /** @return array{required: bool, told: list<string>, enough: bool, clearEnough: int} what is known without anybody's word */
    public static function known(Incident $incident): array
    {
        $known = (new self)->of($incident, Situation::now());

        return [
            'required' => self::isRequired($incident), 'told' => $known->told(), 'enough' => $known->isEnough(),
            'clearEnough' => intdiv(Confirmation::CLEAR_SECONDS, 60),
        ];
    }

    /**
     * Writes down what speaks for its end. Call it inside the transaction of the resolving, before anything changes.
     *
     * @throws Refused if it has to be confirmed, is not, and no reason is given
     */
    public function write(Incident $incident, Actor $by): void
    {
        $confirmation = $this->of($incident, Situation::now());
        $isRequired = self::isRequired($incident);
        if ($isRequired && ! $confirmation->isEnough() && $this->why === '') {
            throw Refused::because(
                'Nothing confirms yet that this is over. Say what does, or why it is resolved without.', 'unconfirmed',
            );
        }
        if ($confirmation->told() === [] && $this->why === '') {
            return;
        }
        Journal::write($by, IncidentEntry::IncidentConfirmed, ['incident', $incident->id], [
            'clear' => $confirmation->clearSeconds, 'trace' => $confirmation->traceIsClean, 'tried' => $this->fixTried,
            'word' => $this->word, 'check' => $this->check, 'why' => $confirmation->isEnough() ? '' : $this->why,
        ], ['incident' => $incident->id]);
    }

    private function of(Incident $incident, Situation $situation): Confirmation
    {
        $alerts = static fn() => Alert::query()->where('incident_id', $incident->id)->whereNull('withdrawn_at');
        $last = $alerts()->whereNull('closed_at')->exists() ? null : $alerts()->max('closed_at');
        $isHit = array_filter(
            $situation->services($incident->id), static fn(HitService $one): bool => $one->state->isBroken(),
        ) !== [];

        return new Confirmation(
            is_string($last) ? max(0, (int) CarbonImmutable::parse($last)->diffInSeconds(now())) : null, ! $isHit,
            $this->fixTried, $this->word, $this->check,
        );
    }
}
