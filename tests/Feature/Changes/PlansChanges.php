<?php

declare(strict_types=1);

namespace Tests\Feature\Changes;

use App\Changes\Change;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Symfony\Component\HttpFoundation\Response;

/** Changes of the lanes team, and their course, over HTTP. */
trait PlansChanges
{
    /** Who plans: helpers of the lanes team, and their peers. */
    public const BY = 'noor-lind';

    public const PEER = 'jonas-solberg';

    protected function setUp(): void
    {
        parent::setUp();
        $this->actingAs($this->person(self::BY));
    }

    /** @return array<string, mixed> */
    private static function plan(mixed ...$more): array
    {
        return [
            'title' => 'New firmware for clk-2', 'kind' => 'normal', 'from' => '2026-03-04T22:00:00Z', 'to' => '2026-03-04T23:00:00Z',
            'down' => ['clk-2'], 'touched' => [],
            'reason' => 'The maker ends support', 'back_out' => 'Put the old image back', 'implementer' => self::BY, 'team' => 'lanes',
            'steps' => [
                ['text' => 'Save the settings', 'minutes' => 5], ['text' => 'Write the image', 'minutes' => 20, 'no_return' => true],
            ],
            ...array_filter($more, is_string(...), ARRAY_FILTER_USE_KEY),
        ];
    }

    private function planned(mixed ...$more): Change
    {
        $this->send('/changes', self::plan(...$more))->assertSessionHasNoErrors();

        return Change::query()->latest('id')->firstOrFail();
    }

    /**
     * @param  array<string, mixed>  $body
     * @return TestResponse<Response>
     */
    private function send(string $address, array $body): TestResponse
    {
        return $this->post($address, $body, ['X-Request-Key' => uniqid()]);
    }

    /** @return TestResponse<Response> */
    private function go(Change $change, string $step, string $why = ''): TestResponse
    {
        return $this->send("/changes/$change->id/go", ['step' => $step, 'why' => $why, 'version' => $change->refresh()->edition]);
    }

    /** @return TestResponse<Response> */
    private function say(Change $change, string $who, bool $yes, string $comment = ''): TestResponse
    {
        $this->actingAs($this->person($who));
        $answer = $this->send(
            "/changes/$change->id/answer", ['yes' => $yes, 'comment' => $comment, 'round' => $change->approval()->first()->round ?? 0]
        );
        $this->actingAs($this->person(self::BY));

        return $answer;
    }

    private function at(string $time): void
    {
        CarbonImmutable::setTestNow($time);
        \Illuminate\Support\Carbon::setTestNow($time);
    }

    private function minor(): void
    {
        $this->rules(['major' => new \stdClass]);
    }

    /** @param  array<string, mixed>  $more */
    private function rules(array $more): void
    {
        DB::table('change_rule_sets')
            ->insert(['settings' => self::document($more), 'note' => 'For this test', 'author_id' => 'per-strand', 'at' => now()]);
    }

    /** @param  array<string, mixed>  $more */
    private static function document(array $more): string
    {
        $stage = static fn(string $name, string $of, string $needs): array => [
            'name' => $name, 'of' => [$of], 'needs' => $needs, 'expires' => 'P7D',
        ];
        $kinds = [
            'standard' => new \stdClass,
            'normal' => [
                'minor' => [$stage('peers', '@peers', 'one')],
                'major' => [$stage('peers', '@peers', 'one'), $stage('owners', '@owners', 'all')], 'requires' => ['reason', 'back_out'],
            ],
            'emergency' => ['stages' => [$stage('coordinators', '@coordinators', 'one')]],
        ];

        return json_encode(
            ['major' => ['tier' => 1], ...$more, 'kinds' => [...$kinds, ...(array) ($more['kinds'] ?? [])]], JSON_THROW_ON_ERROR
        );
    }
}
