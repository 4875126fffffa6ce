<?php

declare(strict_types=1);

namespace App\Topology\Record;

use Skarvo\Topology\Exchange\EstateFile;
use Skarvo\Topology\Exchange\EstateRow;

/** What somebody filled in, as a file of one row. */
final readonly class OneRow implements EstateFile
{
    public function __construct(private EstateRow $row) {}

    public function rows(): iterable
    {
        return [$this->row];
    }

    public function notes(): array
    {
        return [];
    }
}
