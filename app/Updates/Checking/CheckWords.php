<?php

declare(strict_types=1);

namespace App\Updates\Checking;

use App\Incidents\Finding\Hypothesis;
use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Platform\Refused;
use App\Updates\NextUpdate;
use App\Updates\Versions\GlossaryWords;
use App\Updates\Versions\WrittenUpdate;
use Skarvo\Updates\Check\AgainstRecord;
use Skarvo\Updates\Check\Check;
use Skarvo\Updates\Check\Slip;
use Skarvo\Updates\Check\SlipKind;
use Skarvo\Updates\Versions\Version;
use Skarvo\Value\Language;

/**
 * Words about an incident that are to go to outsiders, against the record: what is found is shown to whoever writes them, and goes out
 * only with a reason.
 *
 * @phpstan-type SlipLine array{kind: value-of<SlipKind>, at: int, length: int, found: string, words: string, instead: string|null}
 * @phpstan-type FoundInVersion array{version: value-of<Version>, language: value-of<Language>, slips: list<SlipLine>, unread: list<string>}
 * @phpstan-type FoundInWords array{text: list<SlipLine>, unread: list<string>, meanwhile: list<SlipLine>, facts: list<SlipLine>,
 *      versions: list<FoundInVersion>}
 */
final class CheckWords
{
    /** @return FoundInWords */
    public static function of(Incident $incident, Situation $situation, WrittenUpdate $written): array
    {
        $record = RecordOf::incident($incident, $situation, $written->stage, $written->next);
        $told = $written->services === null && $written->places === null ? $record : $record->asTold(
            $written->services ?? NextUpdate::services($incident, $situation), $written->places ?? $record->places,
        );
        $whole = $told->about === [] ? $told->asTold(NextUpdate::services($incident, $situation), $told->places) : $told;

        return [
            'text' => array_map(self::line(...), (new Check($told))->update($written->text)),
            // Whose state the check cannot tell from the words: it says neither that they are right nor that they are wrong.
            'unread' => (new Check($whole))->unread($written->text),
            'meanwhile' => $written->meanwhile === null
                ? []
                : array_map(self::line(...), (new Check($record))->meanwhile($written->meanwhile)),
            'facts' => array_map(self::line(...), AgainstRecord::of(
                $record, $written->services, $written->places,
                array_column($written->services === null ? [] : NextUpdate::services($incident, $situation), 'name'),
            )),
            'versions' => self::versions($incident, $written, new Check($whole)),
        ];
    }

    /**
     * @return int how much was found, and goes out all the same
     *
     * @throws Refused if something was found, and nobody says why it is right
     */
    public static function must(Incident $incident, Situation $situation, WrittenUpdate $written, ?string $despite): int
    {
        $found = self::of($incident, $situation, $written);
        $all = [
            ...$found['facts'], ...$found['text'], ...$found['meanwhile'], ...array_merge([], ...array_column($found['versions'], 'slips')),
        ];
        if ($all !== [] && ($despite === null || trim($despite) === '')) {
            throw Refused::because(
                'Nothing was sent. '.implode(' ', array_column(array_slice($all, 0, 3), 'words'))
                .(count($all) > 3 ? ' There are '.(count($all) - 3).' more.' : '').' Change it, or say why it is right as it stands.',
                'despite',
            );
        }

        return count($all);
    }

    /** @return list<FoundInVersion> those in which something is wrong, or cannot be told */
    private static function versions(Incident $incident, WrittenUpdate $written, Check $check): array
    {
        if ($written->versions === null || $written->versions === []) {
            return [];
        }
        $hypotheses = Hypothesis::query()->where('incident_id', $incident->id)->pluck('text')->map(strval(...))->all();
        $glossary = GlossaryWords::glossary();
        $found = [];
        foreach ($written->versions as $one) {
            $version = Version::from($one['version']);
            $language = Language::from($one['language']);
            // What staff and others do, and what was only thought, says nothing of how it stands; what everybody reads was read already.
            $apart = array_filter(
                [$written->counter, $written->meanwhile, ...($version === Version::Everybody ? [] : [$incident->title, ...$hypotheses])]
            );
            $own = self::without(
                $one['text'],
                [...$apart, ...array_filter(array_map(static fn(string $said): ?string => $glossary->say($said, $language), $apart))]
            );
            $text = $version === Version::Staff
                ? self::without($own, array_filter([$written->text, $glossary->say($written->text, $language)]))
                : $own;
            $slips = [
                ...$check->version($text, $version->isInside()),
                ...(
                    $version->isInside()
                    || (string) ($one['meanwhile'] ?? '') === '' ? [] : $check->meanwhile((string) ($one['meanwhile'] ?? ''))
                ),
            ];
            $unread = $check->unread($own);
            if ($slips !== [] || $unread !== []) {
                $found[] = [
                    'version' => $version->value, 'language' => $language->value, 'slips' => array_map(self::line(...), $slips),
                    'unread' => $unread,
                ];
            }
        }

        return $found;
    }

    /**
     * A text in which some are so many dots, so that each place in it is where it was.
     *
     * @param  array<array-key, string>  $parts
     */
    private static function without(string $text, array $parts): string
    {
        foreach ($parts as $part) {
            $part = rtrim(trim($part), '. ');
            $text = $part === '' ? $text : str_replace($part, str_repeat('·', mb_strlen($part)), $text);
        }

        return $text;
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
