<?php

declare(strict_types=1);

namespace App\Topology;

use App\Platform\Contracts\InHand;
use App\Platform\Person;
use Skarvo\Topology\Record\AttributeKind;
use Skarvo\Topology\Record\Comparison;
use Skarvo\Topology\Record\FieldCondition;

/** Items that name somebody, as business owner or in another field: nobody would answer for them there. */
final class ItemsInHand implements InHand
{
    /** With more, they are told as one, with a link to all of them. */
    private const ONE_BY_ONE = 5;

    public function inHand(Person $person): array
    {
        $by = new ByField;
        $lines = [];
        foreach ($by->fields() as $field => $told) {
            if ($told['kind'] !== AttributeKind::Person) {
                continue;
            }
            $condition = new FieldCondition($field, Comparison::Is, $person->id);
            $items = $by->narrow(FindItems::query('', ''), $condition)->orderBy('name')->get(['items.id', 'items.name']);
            // A word at the beginning of a label is no name, unless it is written as one.
            $as = preg_match('/^\p{Lu}\p{Ll}/u', $told['label']) === 1 ? lcfirst($told['label']) : $told['label'];
            if (count($items) > self::ONE_BY_ONE) {
                $lines[] = [
                    'what' => count($items).' items', 'link' => '/estate?'.http_build_query(['where' => ["$field=$person->id"]]),
                    'becomes' => "still name them as $as",
                ];

                continue;
            }
            foreach ($items as $item) {
                $lines[] = [
                    'what' => (string) $item->name, 'link' => '/estate/'.rawurlencode((string) $item->id),
                    'becomes' => "still names them as $as",
                ];
            }
        }

        return $lines;
    }
}
