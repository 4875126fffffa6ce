<?php

declare(strict_types=1);

namespace Skarvo\Topology\Exchange;

use Skarvo\Json\BadInput;

/** A file with items, in one of the formats that are read and written. */
interface EstateFile
{
    /**
     * Can be asked more than once.
     *
     * @return iterable<EstateRow>
     *
     * @throws BadInput if nothing of it can be read
     */
    public function rows(): iterable;

    /** @return list<string> what is odd about the file as a whole, in sentences; complete once its rows were read */
    public function notes(): array;
}
