<?php

declare(strict_types=1);

namespace Skarvo\Updates\Check;

/** How people say things in updates, in English, Norwegian, German and Arabic: patterns without delimiters. */
final class Words
{
    public const PARTLY = '\b(?:(?:only )?part(?:ly|ially)(?: working| available| down)?|in part|degraded|slow(?:ly|er)?|delay\w*|limited|intermittent\w*|on and off|reduced|restricted'
        .'|patchy|sluggish\w*|unstable|unreliabl\w*|flaky|erratic\w*|impaired|works? (?:poorly|badly)|struggles|(?:at|some)times|at times|now and then|from time to time|longer than (?:usual|normal)|hit and miss'
        .'|not fully|with (?:interruptions|errors|difficult\w*|gaps)|drop(?:s|ping) out|stutter\w*|some of the time'
        .'|(?:virker|fungerer|går) dårlig|ujevn\w*|langsom\w*|av og til|noen ganger|til tider|periodevis|sporadisk\w*|hakker|med avbrudd|hikk\w*'
        .'|träge\w*|hakt|hak\w+ es|stockt\w*|stocken\w*|schleppend\w*|unzuverlässig\w*|(?:läuft|laufen|funktionier\w+|geht|gehen)(?: \S+){0,3}? schlecht|holprig\w*|ruckel\w*|stotter\w*|schwank\w*|sporadisch\w*|zeitweise|gelegentlich|hin und wieder|ab und zu|zum teil|mit unterbrechungen|beeinträchtigt\w*'
        .'|dauer\w* es(?: \S+){0,4}? länger|länger als (?:sonst|üblich)|unstet\w*'
        .'|wobbl\w*|crawl\w*|(?:keeps?|kept) (?:dropping|failing|stopping|freezing|breaking)|several (?:tries|attempts)|more than one (?:try|attempt)|some (?:attempts|tries)|hesitant\w*|shaky|bumpy'
        .'|rykk og napp|bruker (?:lang|lengre|lenger) tid|flere forsøk|noen forsøk|vaklende|hangler|ustø'
        .'|unrund|mehrere (?:anläufe|versuche)|manche versuche|wackel\w*|zäh\w*'
        .'|delvis|treg\w*|saktere|forsink\w*|begrenset|redusert|ustabil\w*|teilweise|eingeschränkt\w*|langsam\w*|verzöger\w*|gestört\w*|instabil\w*)\b|جزئي|بطيء|بطيئ|بطء|محدود|غير مستقر|تأخير|تأخر|متقطع|أحيانا|ضعيف|بصعوبة|بعض المحاولات|بتقطع|متعثر';

    public const NORMAL = '\b(?:(?:is |are )?not (?:been )?affected|unaffected|as usual|as normal|normally|no (?:problems|issues)|without (?:problems|interruption)'
        .'|ikke (?:be)?rørt|ikke påvirket|upåvirket|som vanlig|som normalt|fungerer normalt|nicht betroffen|wie gewohnt|wie üblich|normal)\b|غير متأثر|كالمعتاد|بشكل طبيعي';

    public const DOWN = '\b(?:down|(?:is |are )?not (?:working|available|reachable|running)|unavailable|offline|out of (?:service|order|action)|(?:do|does|did)(?: not|n.t) work|(?:has|have|had)(?: not|n.t) (?:work|been (?:work|run)|run)\w*|nothing works?'
        .'|stopped(?: working)?|stands? still|at a standstill|no longer (?:works?|available)|can(?:not|.t) be (?:used|reached)|unreachable|interrupted|failed'
        .'|(?:is|are|was|were|been|went|goes|stays?|stayed|remains?|remained)(?: completely| all| fully| still)? (?:out|off|gone|dead|lost|broken|dark|frozen)|(?:we|have|has|is|are|was|were|been)(?: \w+)? lost|crash\w*|collapsed|knocked out|halted|stuck|unusable|dead|broken down'
        .'|(?:nobody|no.?one) (?:can(?! say| tell| know)|gets|is able)|(?:fell|fallen|falls) over|refus\w+ to work|could(?: not|n.t) be (?:used|reached|opened)|(?:is|are|was|were|been) (?:\w+ )?(?:finished|done for|missing)|impossible to (?:use|reach|open)|nothing (?:since|goes|moves|runs|gets? through|happens|comes)|no (?:service|access|connection|response|answer)|(?:is|are|do|does|did|has|have)(?: not|n.t) (?:respond|answer|start|load|open|react|usable|up)\w*'
        .'|falt ut|faller ut|falle ut|(?:er|vært|gikk|går) (?:helt )?ute|ingen (?:får|kommer|når|kan(?! si| love))|svarer ikke|starter ikke|åpner ikke|død\w*|borte|brutt|ødelagt|umulig å (?:bruke|nå|åpne)|ubrukelig\w*|krasj\w*|ikke (?:mulig|i bruk|oppe|nås|brukes)|stoppet|stanset|gått ned|gikk ned|låst seg|ligger nede|ut av spill|lar seg ikke|mistet|falt sammen|brøt sammen|virker overhodet ikke|ute av funksjon'
        .'|tot|f(?:iel|iele?n|ällt|allen)(?: \S+){0,5}? aus|steh(?:t|en)(?= seit)|nicht (?:nutzbar|benutzbar|möglich|zugänglich|bedienbar|aktiv|online|brauchbar)|(?:antwort|reagier|start|öffn|lad|lädt)\w*(?: \S+){0,3}? nicht|niemand (?:kommt|erreicht|kann(?! sagen))|(?:ist|sind|noch|ganz) weg|lahm\w*|liegt lahm|abgestürzt|unterbrochen|kaputt|defekt|unbenutzbar|unerreichbar|stillstand|gestoppt|streik(?:t|en)|lässt sich(?: \S+){0,3}? nicht|lassen sich(?: \S+){0,3}? nicht|zusammengebrochen|brach(?: \S+){0,4} zusammen|verloren|verweiger\w*|außer funktion|keine? (?:verbindung|zugang|zugriff)'
        .'|nede|virker ikke|fungerer ikke|ikke (?:virket|fungert|vært i drift)|utilgjengelig\w*|ikke tilgjengelig\w*|ute av drift|stanset|står stille|ausgefallen|funktionier\w*(?: \S+){0,3}? nicht|geh\w*(?: \S+){0,3}? nicht(?:s mehr)?|nicht (?:verfügbar|erreichbar)|außer betrieb|steht still|stehen still)\b'
        .'|لا [يت]عمل|متوقف|توقف|معط[ّ]?ل|تعط[ّ]?ل|غير متاح|خارج (?:الخدمة|العمل)|انقطع|منقطع|لا يمكن (?:استخدام|الوصول)|لا تستجيب|لا يستجيب|لا يستطيع أحد|انهار|فقدنا|غير قابل|سقط';

    public const RESTORED = '\b(?:(?:has |have |is |are |was |were |been |now |fully )*(?:restored|resolved|fixed|repaired|mended|solved|recovered)|(?:is |are |now |fully )*(?:back|up)(?: and running)?(?: to normal| again| online| in service| up)'
        .'|(?:is |are )*(?:back|up) (?:and running|now)|(?:work|run)(?:s|ing|ed|ning)?(?: \p{L}+){0,3}? again|(?:has |have )?resumed|available again|operational again|fully (?:operational|working|available)|(?:is|are) (?:now )?operational|(?:is|are) (?:all )?over|(?:is|are) working (?:now|normally|fine)|all clear'
        .'|løst|rettet|gjenopprettet|reparert|i orden|gjenopptatt|(?:virker|fungerer|går)(?: \p{L}+){0,3}? igjen|oppe (?:igjen|og går)|tilbake i (?:normal )?drift|er over'
        .'|behoben|wiederhergestellt|gelöst|repariert|wieder(?: \p{L}+){0,2}? (?:verfügbar|erreichbar|in betrieb|da|normal\w*|läuft|laufen|funktionier\w*)|(?:funktionier|läuf|lauf|arbeite|geh)\w*(?: \p{L}+){0,3}? wieder|ist vorbei)\b'
        .'|تمت? (?:استعادة|إصلاح|حل)|[يت]عمل(?:ان|ون)? (?:مرة أخرى|مجدد|من جديد)|عاد(?:ت)?(?: \p{L}+){0,2}? (?:إلى العمل|للعمل|العمل)|انتهى';

    /** What says of something that it has not come about, or is only hoped for. */
    public const NOT_YET = '\b(?:not|n.t|never|nothing|none|nobody|neither|being|must|needs?|has to|have to|yet to|until|till|once|when|whenever|as soon as|if|expect\w*|ought|reckon\w*|likely|due|will|should|shall|hope|aim|try|trying|to be|to get|to have|working on|working to|by (?=\d|noon|midnight)|estimate\w*'
        .'|ikke|ingen\w*|når|hvis|inntil|regner|forvent\w*|ventet|vente\w*|håp\w*|blir|må|skal|vil|bør|for å|innen'
        .'|nicht\w*|kein\w*|daran|sobald|wenn|falls|bis|erwart\w*|hoff\w*|versuch\w*|rechne\w*|dürfte\w*|wird|werden|muss|müssen|soll\w*|voraussichtlich|damit)\b|\bلم\b|ليس|\bلن\b|سوف|عندما|حتى|نتوقع|متوقع|\bس[يت]';

    /** Likewise, of what is over: it may be, but is not said to be. */
    public const MAY_BE = '\b(?:can|cannot|could|may|might|kan|kunne|kann|können|könnte\w*)\b';

    /** Where something is said of a place at which it is not felt. */
    public const ELSEWHERE = '\b(?:instead|use|go to|divert\w*|other|except|apart from|not|open'
        .'|i stedet|bruk|unntatt|utenom|ikke|andre|stattdessen|nutzen|ausweich\w*|außer|nicht|andere\w*)\b|بدلا|باستثناء|ليس';

    /** What is done instead of what does not work: of what is named with it nothing is said to be wrong. */
    public const INSTEAD = '\b(?:instead|(?<!to )(?<!can )(?<!not )use|go to|divert\w*|other|except|apart from|i stedet|bruk|unntatt|utenom|andre|stattdessen|nutzen|ausweich\w*|außer|andere\w*)\b|بدلا|باستثناء';

    /** At how many places something is felt. */
    public const PLACES = '(?<![\d:.])(\d{1,3})\s+(?:of (?:our|the) \d+ )?(?:places|terminals|harbours|harbors|sites|ports|steder|terminaler|havner|orten?|terminals|häfen|anlegern?|أماكن|موانئ|محطات)(?![\p{L}])';

    /** By which of the known times something is said; the nearest before a time counts. */
    public const TIMES = [
        'next' => '\b(?:(?:next|new) (?:update|message|news|notice|report|word|bulletin|statement|announcement)|word (?:from us|by|at|follows)|(?:update|inform|tell|write|report)(?: to)?(?: you)?(?: again| more)|more (?:news|from us|at(?= \d))|again at|hears? (?:more )?from us|news (?:at|by|from us|follows)|back to you|we (?:post|report|write)(?: \w+)? (?:again|more|back)'
            .'|neste (?:oppdatering|melding|beskjed)|ny(?:e)? (?:oppdatering|melding|beskjed)\w*|lyd fra oss|mer (?:informasjon|fra oss)|nytt fra oss|hører (?:mer )?fra oss|vi (?:skriver|melder|oppdaterer|informerer|gir beskjed|kommer tilbake)|(?:skriver|melder|oppdaterer|informerer) vi'
            .'|nächste\w* (?:durchsage|mitteilung|auskunft|meldung|aktualisierung|information\w*|update|nachricht)|mehr von uns|wieder (?:um|melden)|(?:hören|hört)(?: \S+){0,2}? von uns|neues (?:um|gegen|von uns)|melden uns|wir (?:schreiben|informieren|berichten)|(?:schreiben|informieren|berichten) wir)\b'
            .'|التحديث (?:التالي|القادم)|سنوافيكم|سنكتب|نعود إليكم|المزيد|سنبلغ|سنعلم',
        'since' => '\b(?:since|from|start\w*|began|begun|beginning|after|siden|fra|startet|begynte|oppstod|seit|ab|begann|begonnen|aufgetreten)\b|منذ|بدأ|ابتداء',
        'estimate' => '\b(?:by|ought|reckon\w*|until|till|before|expect\w*|estimate\w*|no later than|eta|sorted|aim\w*|hope\w*|back to normal|innen|før|ventet|forvent\w*|senest|håp\w*|trolig|bis|spätestens|voraussichtlich|erwarte\w*|hoff\w*)\b|بحلول|قبل|نتوقع|حتى|نأمل|المتوقع|نعتقد',
    ];

    /** What says of a time after it, and of nothing before it, that something began then. */
    public const SINCE = '\b(?:since|siden|seit)\b|منذ';

    /** That something began at all; "siden" is a page, too. */
    public const BEGAN = '\b(?:since|siden(?= (?:kl|\d|i (?:dag|går|natt|morges|ettermiddag|kveld)))|seit)\b|منذ';

    /** A time of the timetable is not one of the incident. */
    public const TIMETABLE = '(?:sailing|departure|crossing|ferry|boat|ship|train|bus|flight|arrival|shift|avgang\w*|ankomst\w*|ferge\w*|ferje\w*|båt\w*|seilas\w*|abfahrt\w*|ankunft\w*|fähre\w*|überfahrt\w*|schicht|رحلة)';

    public const ZONES = [
        'utc' => 0, 'gmt' => 0, 'cet' => 60, 'mez' => 60, 'bst' => 60, 'cest' => 120, 'mesz' => 120, 'eet' => 120, 'eest' => 180,
        'est' => -300, 'edt' => -240, 'pst' => -480, 'pdt' => -420,
    ];

    /** Numbers of hours in words. */
    public const HOURS = [
        'one' => 1, 'two' => 2, 'three' => 3, 'four' => 4, 'five' => 5, 'six' => 6, 'seven' => 7, 'eight' => 8, 'nine' => 9, 'ten' => 10,
        'eleven' => 11, 'twelve' => 12,
        'ett' => 1, 'to' => 2, 'tre' => 3, 'fire' => 4, 'fem' => 5, 'seks' => 6, 'sju' => 7, 'syv' => 7, 'åtte' => 8, 'ni' => 9, 'ti' => 10,
        'elleve' => 11, 'tolv' => 12,
        'eins' => 1, 'zwei' => 2, 'drei' => 3, 'vier' => 4, 'fünf' => 5, 'sechs' => 6, 'sieben' => 7, 'acht' => 8, 'neun' => 9,
        'zehn' => 10, 'elf' => 11, 'zwölf' => 12,
    ];
}
