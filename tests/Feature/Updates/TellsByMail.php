<?php

declare(strict_types=1);

namespace Tests\Feature\Updates;

use App\Incidents\Incident;
use Illuminate\Support\Facades\Http;

/** An incident of which nobody knows yet, and a mail gateway that takes all. */
trait TellsByMail
{
    private Incident $incident;

    protected function setUp(): void
    {
        parent::setUp();
        config()->set('skarvo.gateways.mail', 'http://devices.test/mails');
        Http::fake(['*' => Http::response(['ok' => true])]);
        $this->nobodyAnswers();
        $this->incident = Incident::factory()->create(['service_id' => 'vehicle-lanes', 'priority' => 2]);
        $this->actingAs($this->person(self::BY));
    }
}
