<?php

declare(strict_types=1);

namespace App\Topology\Exchange;

use App\Topology\FindItems;
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
        }, 200, ['Content-Type' => self::TYPES[$format], 'Content-Disposition' => 'attachment; filename="estate-'.now()->format('Y-m-d').".$format\""]);
    }

    /** @return list<string>|null null: all of it */
    private function selection(Request $request): ?array
    {
        $items = array_values(array_filter(explode(',', $request->string('items')->toString()), static fn(string $id): bool => $id !== ''));
        $find = $request->string('find')->toString();
        $kind = $request->string('kind')->toString();
        if ($items !== []) {
            return $items;
        }

        return trim($find) === '' && $kind === '' ? null : array_values(FindItems::query($find, $kind)->pluck('id')->map(strval(...))->all());
    }
}
