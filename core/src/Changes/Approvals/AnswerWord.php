<?php

declare(strict_types=1);

namespace Skarvo\Changes\Approvals;

/** What one may say to a change. */
enum AnswerWord: string
{
    case Yes = 'yes';
    case No = 'no';
}
