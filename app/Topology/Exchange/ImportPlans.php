<?php

declare(strict_types=1);

namespace App\Topology\Exchange;

use App\Topology\Record\Fields;
use App\Topology\Record\RecordedItems;
use Illuminate\Support\Facades\DB;
use Skarvo\Topology\Exchange\CsvEstate;
use Skarvo\Topology\Exchange\EstateFile;
use Skarvo\Topology\Exchange\GraphMlEstate;
use Skarvo\Topology\Exchange\ImportPlan;
use Skarvo\Topology\Exchange\JsonEstate;
use Skarvo\Topology\Exchange\PlannedRow;
use Skarvo\Topology\Record\Need;
use Skarvo\Topology\Strength;

/** What storing an uploaded file would do, worked out once and kept beside the file, a row a line. */
final class ImportPlans
{
    private const READ_AT_ONCE = 200;

    /**
     * @param  string|null  $into  a file of its own; null: where it is kept, beside what was uploaded
     * @return array{counts: array<string, int>, notes: list<string>, fingerprint: string}
     *
     * @throws \Skarvo\Json\BadInput if nothing of the file can be read
     */
    public static function make(string $path, string $format, ?string $into = null): array
    {
        $fields = Fields::load(onlyKnown: DB::table('items')->exists());
        $file = self::file($path, $format, $fields);
        $counts = ['new' => 0, 'changed' => 0, 'same' => 0, 'refused' => 0];
        $hash = hash_init('sha256');
        $into ??= self::planOf($path);
        $out = fopen($into, 'wb') ?: throw new \RuntimeException("The plan beside $path cannot be written.");
        foreach ((new ImportPlan($file, new RecordedItems, $fields, Fields::relations()))->rows() as $row) {
            $counts[$row->outcome]++;
            $line = json_encode(
                [
                    $row->at, $row->id, $row->outcome, $row->changes,
                    $row->needs === null
                        ? null
                        : array_map(
                            static fn(Need $need): array => [$need->members, $need->needed, $need->strength->value, $need->relation],
                            $row->needs,
                        ),
                    $row->why,
                ],
                JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE,
            )."\n";
            hash_update($hash, $line);
            fwrite($out, $line);
        }
        fclose($out);

        return ['counts' => $counts, 'notes' => $file->notes(), 'fingerprint' => hash_final($hash)];
    }

    private static function file(string $path, string $format, \Skarvo\Topology\Record\RecordFields $fields): EstateFile
    {
        return match ($format) {
            'json' => new JsonEstate((string) file_get_contents($path), $fields),
            'graphml' => new GraphMlEstate($path, $fields),
            default => new CsvEstate($path, $fields),
        };
    }

    /**
     * @param  list<string>  $outcomes  which rows
     * @return iterable<PlannedRow> in the order of the file
     */
    public static function rows(string $path, array $outcomes): iterable
    {
        $from = 0;
        do {
            [$rows, $from] = self::part($path, $outcomes, $from, self::READ_AT_ONCE);
            yield from $rows;
        } while ($rows !== []);
    }

    /**
     * @param  list<string>  $outcomes  which rows
     * @param  int  $from  where to begin, as the part before said; 0: at the beginning
     * @return array{list<PlannedRow>, int} so many of them at most, and where those after them begin
     */
    public static function part(string $path, array $outcomes, int $from, int $most): array
    {
        $plan = self::planOf($path);
        $in = is_file($plan) ? fopen($plan, 'rb') : false;
        if ($in === false) {
            return [[], $from];
        }
        fseek($in, $from);
        $rows = [];
        while (count($rows) < $most && ($line = fgets($in)) !== false) {
            /**
             * @var array{string, string, string, array<array-key, array{string, string}>,
             *      list<array{list<string>, int, string, string|null}>|null, string|null} $row
             */
            $row = json_decode($line, true, 16, JSON_THROW_ON_ERROR);
            if (in_array($row[2], $outcomes, true)) {
                $rows[] = new PlannedRow(
                    $row[0], $row[1], $row[2], $row[3],
                    $row[4] === null
                        ? null
                        : array_map(static fn(array $n): Need => new Need($n[0], $n[1], Strength::from($n[2]), $n[3]), $row[4]),
                    $row[5],
                );
            }
        }
        $next = (int) ftell($in);
        fclose($in);

        return [$rows, $next];
    }

    public static function forget(string $path): void
    {
        foreach ([$path, self::planOf($path)] as $file) {
            if (is_file($file)) {
                unlink($file);
            }
        }
    }

    public static function planOf(string $path): string
    {
        return "$path.plan";
    }
}
