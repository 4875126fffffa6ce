<?php

declare(strict_types=1);

namespace App\Updates;

use App\Incidents\Incident;
use App\Incidents\Situation;
use App\Topology\Item;
use App\Updates\Versions\Spoken;
use Carbon\CarbonImmutable;
use Skarvo\Updates\Affects;
use Skarvo\Updates\AffectsMe;
use Skarvo\Updates\AffectsSentence;

/**
 * Whether somebody at a place who uses a service is affected by what outsiders may know.
 *
 * @phpstan-type AffectedLine array{
 *     answer: value-of<Affects>, text: string, said: string|null, meanwhile: string|null, next: CarbonImmutable|null, incident: int|null,
 *     since: CarbonImmutable|null,
 * }
 */
final class AffectedAtPlace
{
    /** @return AffectedLine|null null where no service is asked about */
    public static function by(?string $service, ?string $place): ?array
    {
        $name = $service === null ? null : Item::query()->where('kind', Item::SERVICE)->find($service)?->public_name;
        if ($name === null) {
            return null;
        }
        $known = array_values(array_filter(
            Told::of(Incident::query()->whereNull('resolved_at')->orderBy('priority')->latest('started_at')->get()),
            static fn(Told $told): bool => in_array($name, $told->seen()['services'], true),
        ));
        // An incident of which outsiders heard nothing shows by its service alone: where it is stays inside.
        $told = array_values(array_filter($known, static fn(Told $one): bool => $one->last() !== null));
        $places = array_map(
            static fn(Told $one): array => Situation::shown()->estate->sites(Situation::shown()->of($one->incident->id)), $told,
        );
        $said = implode(' ', array_map(static fn(Told $one): string => $one->last()->text ?? '', $told));
        $public = array_values(array_filter(array_merge(...$places), static fn(string $one): bool => str_contains($said, $one)));
        $answer = AffectsMe::of($place, $places, $public, $known !== [], PublicStates::unsureOf([$name]) !== []);
        $one = $answer->which === null ? null : $told[$answer->which];
        $last = $one?->last();

        return [
            'answer' => $answer->affects->value, 'text' => self::sentence($answer, $name, $place),
            'said' => $last === null ? null : Spoken::of($last, app()->getLocale())->text,
            'meanwhile' => $last?->meanwhile === '' ? null : $last?->meanwhile,
            'next' => $last?->next_at?->isFuture() === true ? $last->next_at : null,
            'incident' => $one?->incident->id, 'since' => $one?->incident->started_at,
        ];
    }

    /** In the language of whoever asks. */
    private static function sentence(AffectsMe $answer, string $service, ?string $place): string
    {
        $place = trim((string) $place);
        $places = $answer->places;
        $last = array_pop($places);
        $key = match ($answer->says) {
            null => null,
            AffectsSentence::Elsewhere => $last === null ? 'affects_known' : 'affects_known_at',
            AffectsSentence::Looking => 'affects_looking',
            AffectsSentence::None => $place === '' ? 'affects_none' : 'affects_none_at',
        };

        return $key === null ? '' : __("report.$key", [
            'service' => $service, 'place' => $place,
            'places' => $places === [] ? (string) $last : __('report.and', ['all' => implode(', ', $places), 'last' => $last]),
        ]);
    }
}
