<?php

declare(strict_types=1);

namespace App\Updates\Checking;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\Refused;
use Skarvo\Incidents\Stage;
use Skarvo\Updates\Check\Check;
use Skarvo\Updates\Check\Slip;
use Skarvo\Updates\Check\SlipKind;

/**
 * Words about an incident that are to go to outsiders, against the record: what is found is shown to whoever writes them, and goes out
 * only with a reason.
 *
 * @phpstan-type SlipLine array{kind: value-of<SlipKind>, at: int, length: int, found: string, words: string, instead: string|null}
 * @phpstan-type FoundInWords array{text: list<SlipLine>, meanwhile: list<SlipLine>}
 */
final class CheckWords
{
    /**
     * @param  int|null  $next  when the next update is promised, in seconds since the epoch
     * @return FoundInWords
     */
    public static function of(Incident $incident, Situation $situation, Stage $stage, string $text, ?string $meanwhile, ?int $next): array
    {
        $check = new Check(RecordOf::incident($incident, $situation, $stage, $next));

        return [
            'text' => array_map(self::line(...), $check->update($text)),
            'meanwhile' => $meanwhile === null ? [] : array_map(self::line(...), $check->meanwhile($meanwhile)),
        ];
    }

    /**
     * @param  string|null  $despite  why they are right as they stand
     * @return int how much was found, and goes out all the same
     *
     * @throws Refused if something was found, and nobody says why it is right
     */
    public static function must(
        Incident $incident, Situation $situation, Stage $stage, string $text, ?string $meanwhile, ?int $next, ?string $despite,
    ): int {
        $found = self::of($incident, $situation, $stage, $text, $meanwhile, $next);
        $all = [...$found['text'], ...$found['meanwhile']];
        if ($all !== [] && ($despite === null || trim($despite) === '')) {
            throw Refused::because(
                'Nothing was sent. '.implode(' ', array_column(array_slice($all, 0, 3), 'words'))
                .(count($all) > 3 ? ' There are '.(count($all) - 3).' more.' : '').' Change it, or say why it is right as it stands.',
                'despite',
            );
        }

        return count($all);
    }

    /** @return SlipLine */
    private static function line(Slip $slip): array
    {
        return [
            'kind' => $slip->kind->value, 'at' => $slip->at, 'length' => $slip->length, 'found' => $slip->found, 'words' => $slip->words,
            'instead' => $slip->instead,
        ];
    }
}
