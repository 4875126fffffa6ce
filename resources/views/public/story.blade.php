@php
    use App\Updates\Versions\UpdateVersion;
    $updates = array_reverse($told->updates);
    $own = UpdateVersion::own();
    $corrected = array_column(array_map(static fn($one): array => ['wrong' => "$one->incident_id $one->corrects", 'by' => $one], array_filter($updates, static fn($one): bool => $one->corrects !== null)), 'by', 'wrong');
@endphp
<ol class="story">
@foreach ($updates as $i => $update)
@php
    $by = $corrected["$update->incident_id $update->number"] ?? null;
    $said = $words->told($update);
    $isOriginal = $words->isOriginal($update);
@endphp
<li id="update-{{ $update->number }}" @class(['latest' => $i === 0, 'wrong' => $by !== null])>
<p class="stage">{{ $words->stage($update->stage) }}</p>
@if ($by !== null)
<p class="small">{{ $words->say('wrong', ['time' => $words->time($by->published_at)]) }}</p>
@endif
@if ($update->corrected() !== null)
<p class="small">{{ $words->say('corrects', ['time' => $words->time($update->corrected()->published_at)]) }}</p>
@endif
@if ($by !== null)
<p @if ($isOriginal) lang="{{ $own->value }}" dir="auto" @endif><s>{{ $said->text }}</s></p>
@else
<p @if ($isOriginal) lang="{{ $own->value }}" dir="auto" @endif>{{ $said->text }}</p>
@endif
@if ($said->meanwhile !== '')
<p><strong>{{ $words->say('meanwhile') }}</strong> <span @if ($isOriginal) lang="{{ $own->value }}" dir="auto" @endif>{{ $said->meanwhile }}</span></p>
@endif
@if ($said->isMachine && ! $isOriginal)
<p class="small">{{ __('follow.by_machine', [], $words->in->value) }}</p>
@endif
@if ($by === null && $words->in !== $own && ! $isOriginal)
<details lang="{{ $own->value }}" dir="{{ $own->isRightToLeft() ? 'rtl' : 'ltr' }}">
<summary>{{ $own->ownName() }}</summary>
<p>{{ $update->text }}</p>
@if ((string) $update->meanwhile !== '')
<p>{{ __('follow.meanwhile', ['text' => $update->meanwhile], $own->value) }}</p>
@endif
</details>
@endif
<p class="small"><time datetime="{{ $update->published_at->toIso8601ZuluString() }}">{{ $words->time($update->published_at) }}</time>@if ($i === 0 && $update->next_at !== null && $told->incident->resolved_at === null). <time datetime="{{ $update->next_at->toIso8601ZuluString() }}">{{ $words->say('next', ['time' => $words->time($update->next_at)]) }}</time>@endif</p>
</li>
@endforeach
</ol>
