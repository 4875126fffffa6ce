<?php

declare(strict_types=1);

namespace App\Updates\Versions;

use App\Incidents\Incident;
use App\Topology\Item;
use App\Updates\NextUpdate;
use App\Updates\Update;
use Carbon\CarbonImmutable;
use Skarvo\Topology\State;
use Skarvo\Updates\Versions\Drafts;
use Skarvo\Updates\Versions\NewFacts;
use Skarvo\Updates\Versions\UpdateFacts;
use Skarvo\Updates\Versions\Version;
use Skarvo\Value\Language;

/**
 * What each reader will read of an update, as it is put together from its facts.
 *
 * @phpstan-import-type VersionInput from UpdateVersion
 * @phpstan-type DraftLine array{
 *     version: value-of<Version>, words: string, language: value-of<Language>, text: string, meanwhile: string, missing: list<string>,
 * }
 * @phpstan-type ServiceState array{name: string, state: value-of<State>}
 * @phpstan-type DraftedLine array{
 *     versions: list<DraftLine>, changed: list<string>, services: list<ServiceState>, places: list<string>, since: CarbonImmutable,
 *     estimate: CarbonImmutable|null,
 *     allServices: list<string>, allPlaces: list<string>,
 * }
 */
final class DraftVersions
{
    /**
     * The same for whoever writes it, with the facts and what may be chosen in their place.
     *
     * @param  bool  $isUnchanged  whether it says that nothing is new
     * @param  string|null  $said  what everybody reads, where a person put it
     * @return DraftedLine
     */
    public static function shown(Incident $incident, UpdateFacts $facts, ?Update $last, bool $isUnchanged, ?string $said): array
    {
        $named = Item::query()->orderBy('public_name')->where('kind', Item::SERVICE)->whereNotNull('public_name')->distinct()
            ->pluck('public_name');

        return [
            ...self::of($incident, $facts, $last, $isUnchanged, $said), 'services' => NextUpdate::lines($facts->services),
            'places' => $facts->places,
            'since' => CarbonImmutable::createFromTimestamp($facts->since),
            'estimate' => $facts->estimate === null ? null : CarbonImmutable::createFromTimestamp($facts->estimate),
            'allServices' => array_values($named->map(strval(...))->all()),
            'allPlaces' => array_values(
                Item::query()->whereNotNull('site')->where('site', '<>', '')->orderBy('site')->distinct()->pluck('site')->map(strval(...))
                    ->all()
            ),
        ];
    }

    /**
     * @param  bool  $isUnchanged  whether it says that nothing is new
     * @param  string|null  $said  what everybody reads, where a person put it
     * @return array{versions: list<DraftLine>, changed: list<string>}
     */
    public static function of(Incident $incident, UpdateFacts $facts, ?Update $last, bool $isUnchanged, ?string $said = null): array
    {
        $before = $last === null ? null : FactsOf::published($incident, $last);
        $drafts = new Drafts($facts, GlossaryWords::glossary());
        $lines = [];
        foreach (Version::cases() as $version) {
            foreach ($version->isTranslated() ? self::languages() : [UpdateVersion::own()] as $language) {
                $one = $drafts->of($version, $language, $isUnchanged, $before, $language === UpdateVersion::own() ? $said : null);
                $lines[] = [
                    'version' => $version->value, 'words' => $version->words(), 'language' => $language->value, 'text' => $one->text,
                    'meanwhile' => $one->meanwhile, 'missing' => $one->missing,
                ];
            }
        }

        return [
            'versions' => $lines,
            'changed' => $before === null ? [] : array_column(NewFacts::between($before, $facts), 'value'),
        ];
    }

    /**
     * Those with which an update goes out that nobody has put into other words. What was changed by hand says more than the facts do, so
     * it is not put together in another language; and what the glossary does not know is left to a translator.
     *
     * @return list<VersionInput>
     */
    public static function whole(Incident $incident, UpdateFacts $facts, string $text, ?Update $last): array
    {
        $versions = [];
        $own = UpdateVersion::own()->value;
        $by = self::of($incident, $facts, $last, false, $text)['versions'];
        $isUnchanged = $text !== ($by[0]['text'] ?? '');
        $by = $isUnchanged ? self::of($incident, $facts, $last, true, $text)['versions'] : $by;
        $isDrafted = $text === ($by[0]['text'] ?? '');
        foreach ($by as $one) {
            if ($one['missing'] === [] && ($one['language'] === $own || $isDrafted)) {
                $versions[] = [
                    'version' => $one['version'], 'language' => $one['language'], 'text' => $one['text'], 'meanwhile' => $one['meanwhile'],
                    'isRead' => false,
                ];
            }
        }

        return $versions;
    }

    /** @return list<Language> the organisation's own first */
    private static function languages(): array
    {
        $own = UpdateVersion::own();

        return [$own, ...array_values(array_filter(Language::cases(), static fn(Language $one): bool => $one !== $own))];
    }
}
