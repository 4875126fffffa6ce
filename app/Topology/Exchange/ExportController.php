<?php

declare(strict_types=1);

namespace App\Topology\Exchange;

use App\Topology\EstateList;
use App\Topology\Record\Fields;
use Illuminate\Http\Request;
use Skarvo\Topology\Exchange\CsvEstate;
use Skarvo\Topology\Exchange\GraphMlEstate;
use Skarvo\Topology\Exchange\JsonEstate;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** The estate, or a selection of it, as a file in an open format; it can be read in again. */
final class ExportController
{
    private const TYPES = ['csv' => 'text/csv; charset=utf-8', 'json' => 'application/json', 'graphml' => 'application/graphml+xml'];

    public function __invoke(Request $request, string $format): StreamedResponse
    {
        abort_unless(isset(self::TYPES[$format]), 404);
        $only = $this->selection($request);

        return new StreamedResponse(static function () use ($format, $only): void {
            $pieces = match ($format) {
                'csv' => CsvEstate::write(Rows::attributes($only), Rows::of($only), Fields::words()),
                'json' => JsonEstate::write(Rows::of($only)),
                default => GraphMlEstate::write(Rows::attributes($only), Rows::of($only)),
            };
            foreach ($pieces as $piece) {
                echo $piece;
            }
        }, 200,
            [
                'Content-Type' => self::TYPES[$format],
                'Content-Disposition' => 'attachment; filename="estate-'.now()->format('Y-m-d').".$format\"",
            ]);
    }

    /** @return list<string>|null null: all of it */
    private function selection(Request $request): ?array
    {
        $asked = $request->query('items');
        $items = is_string($asked) ? array_values(array_filter(explode(',', $asked), static fn(string $id): bool => $id !== '')) : [];
        if ($items !== []) {
            return $items;
        }
        $list = EstateList::asked($request);

        return $list->isAll() ? null : array_values($list->query()->pluck('items.id')->map(strval(...))->all());
    }
}
