<?php

declare(strict_types=1);

namespace Skarvo\Incidents\Targets;

use Skarvo\Json\Document;
use Skarvo\Json\ErrorCode;

/**
 * Reads `{"time_zone": "Europe/Oslo", "hours": {"desk": {"weekly": […]}}, "agreements": [{"kinds": ["report", "request"],
 * "service": "harbour", "targets": [{"name": "respond", "priority": 1, "within": "PT10M"}]}]}`: hours and targets as the contract of
 * targets writes them; `service` may be left out.
 */
final class AgreementsDocument
{
    /** @throws \Skarvo\Json\BadInput */
    public static function read(Document $document): Agreements
    {
        $fields = $document->fields($document->root(), '', ['time_zone', 'agreements'], ['hours']) ?? [];
        $reader = new TargetsReader($document);
        $hours = $reader->hours($fields);
        $agreements = $seen = [];
        $list = array_key_exists('agreements', $fields) ? $document->list($fields['agreements'], '/agreements') ?? [] : [];
        foreach ($list as $i => $value) {
            $at = "/agreements/$i";
            $row = $document->fields($value, $at, ['kinds', 'targets'], ['service']) ?? [];
            $service = array_key_exists('service', $row) ? $document->id($row['service'], "$at/service") : null;
            $kinds = [];
            foreach (array_key_exists('kinds', $row) ? $document->list($row['kinds'], "$at/kinds") ?? [] : [] as $k => $word) {
                $kind = $document->word($word, "$at/kinds/$k", PromisedOf::class);
                if ($kind === null) {
                    continue;
                }
                if (isset($seen["$kind->value $service"])) {
                    $document->refuse(
                        ErrorCode::DuplicateId, "$at/kinds/$k", 'There is an agreement on these already. Keep one of the two.'
                    );
                }
                $seen["$kind->value $service"] = true;
                $kinds[] = $kind;
            }
            if (is_array($row['kinds'] ?? null) && $row['kinds'] === []) {
                $document->refuse(
                    ErrorCode::OutOfRange, "$at/kinds", 'Say what it is about: at least one of incident, report, request, task.'
                );
            }
            $targets = array_key_exists('targets', $row) ? $document->list($row['targets'], "$at/targets") ?? [] : [];
            $targets = $reader->targets($targets, "$at/targets", $hours)[0];
            $agreements[] = static fn(): Agreement => new Agreement($kinds, $service, $targets);
        }
        $document->conclude();

        return new Agreements(array_map(static fn(\Closure $one): Agreement => $one(), $agreements));
    }
}
