<?php

declare(strict_types=1);

namespace App\Updates\Outside;

use App\Updates\Update;
use App\Updates\Versions\UpdateVersion;
use Skarvo\Topology\State;

/**
 * An update, as machines outside read it.
 *
 * @phpstan-type PublicUpdateLine array{
 *     incident: int, number: int, stage: string, text: string, meanwhile: string|null,
 *     services: list<array{name: string, state: value-of<State>}>,
 *     languages: array<string, array{text: string, meanwhile: string|null, isRead: bool}>,
 *     places: list<string>, publishedAt: string, nextAt: string|null, corrects: int|null, address: string,
 * }
 */
final class PublicUpdate
{
    /** @return PublicUpdateLine */
    public static function of(Update $update): array
    {
        return [
            'incident' => $update->incident_id, 'number' => $update->number, 'stage' => $update->stage->value, 'text' => $update->text,
            'meanwhile' => (string) $update->meanwhile === '' ? null : (string) $update->meanwhile, 'services' => $update->services,
            'languages' => array_map(static fn(UpdateVersion $one): array => [
                'text' => $one->text, 'meanwhile' => $one->meanwhile, 'isRead' => $one->read_by_id !== null,
            ], array_column(
                array_map(static fn(UpdateVersion $one): array => [$one->language->value, $one], PublicFiles::languages($update)), 1, 0
            )),
            'places' => $update->places, 'publishedAt' => $update->published_at->toIso8601ZuluString(),
            'nextAt' => $update->next_at?->toIso8601ZuluString(), 'corrects' => $update->corrects,
            'address' => PublicAddress::incident($update->incident_id),
        ];
    }
}
