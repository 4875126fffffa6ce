<?php

declare(strict_types=1);

namespace App\Updates\Following;

use App\Platform\WallClock;
use App\Updates\Outside\PublicAddress;
use App\Updates\Update;
use App\Updates\Versions\GlossaryWords;
use App\Updates\Versions\Spoken;
use App\Updates\Versions\UpdateVersion;
use Skarvo\Incidents\Stage;
use Skarvo\Topology\State;
use Skarvo\Updates\Texts\ShortText;
use Skarvo\Value\Language;

/** What followers read of updates, by each channel and in their own language. */
final class NoticeWords
{
    /** So many services are named in a subject. */
    private const NAMED = 3;

    public static function subject(Parcel $parcel): string
    {
        $language = $parcel->to->language;

        return count($parcel->updates) > 1
            ? self::say('subject_many', $language, ['count' => count($parcel->updates)])
            : self::heading($parcel->updates[0], $language);
    }

    public static function mail(Parcel $parcel): string
    {
        $language = $parcel->to->language;
        $parts = array_map(static function (Update $update) use ($parcel, $language): string {
            $next = $update->next_at?->isFuture() === true && $update->stage !== Stage::Restored
                ? self::time($update->next_at, $parcel->to)
                : null;
            [$text, $meanwhile, $original] = self::said($update, $parcel->to);

            return implode("\n\n", array_filter([
                (count($parcel->updates) > 1 ? self::heading($update, $language)."\n\n" : '')
                    .self::correction($update, $language, $parcel->to).$text,
                $meanwhile === '' ? null : self::say('meanwhile', $language, ['text' => $meanwhile]),
                $next === null ? null : self::say('next', $language, ['time' => $next]),
                $original === null ? null : self::say('machine', $language)."\n\"$original\"",
                self::say('more', $language, ['address' => self::address($parcel->to, $update)]),
            ]));
        }, $parcel->updates);

        return implode("\n\n---\n\n", $parts)."\n\n-- \n".self::say($parcel->to->person_id === null ? 'why' : 'why_own', $language)."\n"
            .self::say('change', $language, ['address' => route('follow.show', $parcel->to->key())])."\n";
    }

    /** In one segment where it fits: how it stands first, then what to do, then when they hear more. */
    public static function text(Parcel $parcel): string
    {
        $update = $parcel->updates[0];
        $language = $parcel->to->language;
        $more = count($parcel->updates) - 1;
        [$text, $meanwhile] = self::said($update, $parcel->to);

        return ShortText::of([
            self::correction($update, $language, $parcel->to).$text,
            ...($more === 0 ? [] : [self::say('others', $language, ['count' => $more])]), $meanwhile,
        ], $more === 0 ? PublicAddress::incident($update->incident_id, Language::of($language)) : PublicAddress::start());
    }

    public static function chat(Parcel $parcel): string
    {
        $language = $parcel->to->language;

        return implode("\n\n", array_map(static function (Update $update) use ($parcel, $language): string {
            [$text, $meanwhile] = self::said($update, $parcel->to);

            return implode("\n", array_filter([
                self::heading($update, $language), self::correction($update, $language, $parcel->to).$text,
                $meanwhile === '' ? null : self::say('meanwhile', $language, ['text' => $meanwhile]), self::address($parcel->to, $update),
            ]));
        }, $parcel->updates));
    }

    private static function heading(Update $update, string $language): string
    {
        $in = Language::of($language) ?? UpdateVersion::own();
        $glossary = GlossaryWords::glossary();
        $names = array_map(static fn(array $one): string => $glossary->name($one['name'], $in), $update->services);
        if ($names === []) {
            return self::say($update->stage === Stage::Restored ? 'subject_all_over' : 'subject_other', $language);
        }
        $rest = count($names) - self::NAMED;
        $services = implode(', ', array_slice($names, 0, self::NAMED)).($rest > 0 ? " +$rest" : '');
        $worst = array_reduce(
            $update->services, static fn(int $worst, array $one): int => max($worst, State::from($one['state'])->rank()), 0
        );

        return self::say(match (State::ofRank($worst)) {
            State::Down => 'subject_down', State::Degraded => 'subject_degraded', default => 'subject_over',
        }, $language, ['services' => $services]);
    }

    private static function correction(Update $update, string $language, Subscription $to): string
    {
        $wrong = $update->corrected();

        return $wrong === null ? '' : self::say('correction', $language, ['time' => self::time($wrong->published_at, $to)]).' ';
    }

    /** @return array{string, string, string|null} text, what to do meanwhile, and the original where nobody has read it in this language */
    private static function said(Update $update, Subscription $to): array
    {
        $said = Spoken::of($update, $to->language, $to->words());

        return [$said->text, $said->meanwhile, $said->isMachine ? trim("$update->text\n$update->meanwhile") : null];
    }

    /** Where it goes on: whoever reads what is known inside may read the rest of it. */
    private static function address(Subscription $to, Update $update): string
    {
        return $to->words()->isInside()
            ? route('room', $update->incident_id)
            : PublicAddress::incident($update->incident_id, Language::of($to->language));
    }

    private static function time(\Carbon\CarbonInterface $at, Subscription $to): string
    {
        return WallClock::outside($at, $to->zone);
    }

    /** @param  array<string, string|int>  $with */
    private static function say(string $what, string $language, array $with = []): string
    {
        return (string) __("follow.$what", $with, $language);
    }
}
