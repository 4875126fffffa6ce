<?php

declare(strict_types=1);

namespace Skarvo\Paging;

/** The answers that a page takes. */
enum ReplyKind: string
{
    case Yes = 'yes';
    case No = 'no';
    /** Yes, and they begin in so many minutes. */
    case Later = 'later';
    /** They keep it until somebody whom they name says yes. */
    case HandTo = 'hand';
}
