<?php

declare(strict_types=1);

namespace App\Updates\Files;

/** Whether the words in a picture were read. */
enum Reading: string
{
    /** It is no picture, or nothing here can read one. */
    case None = 'none';
    case Waiting = 'waiting';
    case Done = 'done';
    case Failed = 'failed';
}
