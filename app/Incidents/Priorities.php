<?php

declare(strict_types=1);

namespace App\Incidents;

use App\Platform\Journal\Actor;
use App\Platform\Journal\Journal;
use App\Platform\Person;
use App\Platform\Refused;
use App\Platform\Setting;
use Illuminate\Support\Facades\DB;
use Skarvo\Incidents\PriorityMatrix;
use Skarvo\Json\Document;

/** The organisation's own matrix of priorities. */
final class Priorities
{
    private const SETTING = 'priorities';

    public static function matrix(): PriorityMatrix
    {
        $stored = Setting::shown(self::SETTING);

        return $stored === null
            ? PriorityMatrix::usual()
            : PriorityMatrix::read(Document::parse(json_encode($stored->value, JSON_THROW_ON_ERROR)));
    }

    /** Counts the changes; an editor sends back the one it began with. */
    public static function version(): int
    {
        return Setting::query()->find(self::SETTING)->version ?? 0;
    }

    /** @throws Refused if somebody else changed it meanwhile */
    public static function change(PriorityMatrix $matrix, int $version, Person $by): void
    {
        DB::transaction(static function () use ($matrix, $version, $by): void {
            if (self::version() !== $version) {
                throw Refused::because(
                    'Somebody else changed the priorities meanwhile. Yours are kept in the form; reload the page to see theirs.',
                );
            }
            Setting::query()->updateOrCreate(['id' => self::SETTING], ['value' => $matrix->toArray(), 'version' => $version + 1]);
            Journal::write(
                Actor::person($by), IncidentEntry::PrioritiesChanged, ['setting', self::SETTING],
                ['to' => $matrix->toArray()],
            );
        });
    }
}
