@if ($planned !== [])
<h2>{{ $words->say('planned') }}</h2>
<ul class="planned">
@foreach ($planned as $work)
<li id="planned-{{ $work->id }}"><p>{{ $work->words($work->stage, $words->in) }}</p></li>
@endforeach
</ul>
<p class="small"><a href="planned.ics">{{ $words->say('calendar') }}</a></p>
@endif
