<?php

declare(strict_types=1);

namespace Skarvo\Topology\Exchange;

use Skarvo\Json\BadInput;
use Skarvo\Json\ErrorCode;
use Skarvo\Topology\Record\NeedWords;
use Skarvo\Topology\Record\RecordFields;

/**
 * Items as CSV: a header with the names of fields, a line an item. An empty cell says nothing, a single `-` says none.
 * The column `needs` has needs in words.
 */
final class CsvEstate implements EstateFile
{
    /** How a cell says that there is none. */
    private const NONE = '-';

    /** @var list<string> */
    private array $notes = [];

    public function __construct(private readonly string $path, private readonly RecordFields $fields) {}

    public function rows(): iterable
    {
        $stream = fopen($this->path, 'rb') ?: throw new \RuntimeException("The file $this->path is gone.");
        try {
            $lines = new CsvLines($stream);
            $columns = $this->columns($lines->header());
            $converted = 0;
            foreach ($lines->records() as $record) {
                $converted += (int) $record['converted'];
                $at = "line {$record['line']}";
                if ($record['cells'] === null) {
                    yield new EstateRow($at, '', [], null, $record['problem']);

                    continue;
                }
                $id = $needs = '';
                $fields = [];
                foreach ($record['cells'] as $i => $cell) {
                    $name = $columns[$i];
                    $cell = trim($cell);
                    if ($name === null || $cell === '') {
                        continue;
                    }
                    match ($name) {
                        'id' => $id = CsvCell::plain($cell),
                        'needs' => $needs = $cell === self::NONE ? $cell : CsvCell::plain($cell),
                        // A dash that is meant as one has an apostrophe before it.
                        default => $fields[$name] = $cell === self::NONE ? '' : CsvCell::plain($cell),
                    };
                }
                yield new EstateRow($at, $id, $fields, $needs === '' ? null : ($needs === self::NONE ? '' : $needs));
            }
            if ($converted > 0) {
                $this->notes[] = (
                    $converted === 1 ? 'One line was' : "$converted lines were"
                ).' not in UTF-8 and read as Windows-1252. Look at the names with accents.';
            }
        } finally {
            fclose($stream);
        }
    }

    public function notes(): array
    {
        return $this->notes;
    }

    /**
     * @param  list<string>  $header
     * @return list<string|null> names of fields; null for a column that is passed over
     */
    private function columns(array $header): array
    {
        $this->notes = $unknown = [];
        $columns = [];
        foreach ($header as $i => $title) {
            $title = CsvCell::plain($title);
            $name = str_replace([' ', '-'], '_', mb_strtolower($title));
            $known = $this->fields->knows($name);
            if ($known && in_array($name, $columns, true)) {
                throw new BadInput(ErrorCode::DuplicateId, 'line 1', "The column \"$title\" is there twice. Keep one.");
            }
            if (! $known && $title !== '') {
                $unknown[] = $title;
            }
            $columns[$i] = $known ? $name : null;
        }
        if (! in_array('id', $columns, true)) {
            throw new BadInput(
                ErrorCode::MissingField, 'line 1',
                'The header has no column "id". The first line names the columns: '
                    .implode(', ', RecordFields::BUILT_IN).', and the attributes of your types.',
            );
        }
        if ($unknown !== []) {
            $this->notes[] = 'Passed over, as no type has such an attribute: '.implode(', ', $unknown).'.';
        }

        return array_values($columns);
    }

    /**
     * @param  list<string>  $attributes  names of the attributes that get a column
     * @param  iterable<EstateRow>  $rows  with needs as they are, and all fields
     * @return iterable<string> the file, in pieces
     */
    public static function write(array $attributes, iterable $rows, NeedWords $words): iterable
    {
        $columns = [...RecordFields::BUILT_IN, ...$attributes];
        yield self::line($columns);
        foreach ($rows as $row) {
            $needs = is_array($row->needs) ? $words->format($row->needs) : (string) $row->needs;
            yield self::line(array_map(static fn(string $column): string => match ($column) {
                'id' => $row->id,
                'needs' => $needs,
                default => $row->fields[$column] ?? '',
            }, $columns));
        }
    }

    /** @param  list<string>  $cells */
    private static function line(array $cells): string
    {
        return implode(
            ',',
            array_map(
                static fn(string $cell): string => strpbrk(
                    $cell = CsvCell::guarded($cell), "\",;\t\r\n",
                ) === false ? $cell : '"'.str_replace('"', '""', $cell).'"',
                $cells,
            ),
        )."\r\n";
    }
}
