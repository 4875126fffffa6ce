<?php

declare(strict_types=1);

namespace App\Changes\Templates;

use App\Changes\Change;
use App\Changes\Requests\TemplateRequest;
use App\Changes\Requests\WithdrawTemplateRequest;
use App\Platform\CurrentPerson;
use App\Platform\Once;
use Illuminate\Http\RedirectResponse;
use Illuminate\Http\Request;
use Inertia\Inertia;
use Inertia\Response;

/** Templates of standard changes: what was agreed on once. */
final class TemplatesController
{
    private const MOST = 200;

    public function index(Request $request): Response
    {
        $reader = CurrentPerson::of($request);

        return Inertia::render('Changes/Templates', [
            'templates' => static fn(): array => array_values(ChangeTemplate::query()->with('team')->orderByRaw(
                'withdrawn_at is not null'
            )->orderBy('title')->limit(self::MOST)->get()
                ->map(static fn(ChangeTemplate $one): array => $one->toLine(KeepTemplates::mayAgree($one, $reader)))->all()),
        ]);
    }

    public function make(TemplateRequest $request, Change $change): RedirectResponse
    {
        $input = $request->validated();
        Once::for($request, static function () use ($request, $change, $input): void {
            (new KeepTemplates(CurrentPerson::of($request)))->make($change, trim($input['title']), (bool) ($input['any'] ?? false));
        });

        return redirect('/changes/templates');
    }

    public function agree(Request $request, ChangeTemplate $template): RedirectResponse
    {
        Once::for($request, static fn() => (new KeepTemplates(CurrentPerson::of($request)))->agree($template));

        return back();
    }

    public function withdraw(WithdrawTemplateRequest $request, ChangeTemplate $template): RedirectResponse
    {
        Once::for(
            $request,
            static fn() => (new KeepTemplates(CurrentPerson::of($request)))->withdraw($template, trim($request->validated()['why']))
        );

        return back();
    }
}
