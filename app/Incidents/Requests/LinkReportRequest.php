<?php

declare(strict_types=1);

namespace App\Incidents\Requests;

use App\Platform\Http\Form;

/** What is sent to link a report to an incident. */
final class LinkReportRequest extends Form
{
    public function rules(): array
    {
        return ['incident' => ['required', 'integer', 'exists:incidents,id']];
    }
}
