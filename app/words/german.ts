<?xml version="1.0" encoding="utf-8"?>
<!DOCTYPE TS>
<TS version="2.1" language="de" sourcelanguage="en">
<context>
<name>window</name>
<message><source> %</source>
<translation> %</translation></message>
<message><source> %, no margin</source>
<translation> %, keine Spanne</translation></message>
<message><source> (%1–%2)</source>
<translation> (%1–%2)</translation></message>
<message><source> (as it is: %1 to %2; %3 % of top speed)</source>
<translation> (wie sie ist: %1 bis %2; %3 % der Endgeschwindigkeit)</translation></message>
<message><source> (counted)</source>
<translation> (gezählt)</translation></message>
<message><source> (in the air of the pulls).</source>
<translation> (in der Luft der Läufe).</translation></message>
<message><source> (its gain is within the margin of the peaks)</source>
<translation> (sein Gewinn liegt in der Spanne der Spitzen)</translation></message>
<message><source> (no margin known)</source>
<translation> (keine Spanne bekannt)</translation></message>
<message><source> (not applied)</source>
<translation> (nicht angewandt)</translation></message>
<message><source> and </source>
<translation> und </translation></message>
<message><source> and %1 more</source>
<translation> und %1 weitere</translation></message>
<message><source> by the wheel's torque; the crank's is higher</source>
<translation> nach dem Drehmoment am Rad; das der Kurbelwelle ist höher</translation></message>
<message><source> dB</source>
<translation> dB</translation></message>
<message><source> h</source>
<translation> h</translation></message>
<message><source> h run</source>
<translation> h gelaufen</translation></message>
<message><source> in all over %1 steps</source>
<translation> insgesamt über %1 Stufen</translation></message>
<message><source> kW/kg</source>
<translation> kW/kg</translation></message>
<message><source> km</source>
<translation> km</translation></message>
<message><source> km run</source>
<translation> km gelaufen</translation></message>
<message><source> min</source>
<translation> min</translation></message>
<message><source> ml</source>
<translation> ml</translation></message>
<message><source> rad/s</source>
<translation> rad/s</translation></message>
<message><source> rpm</source>
<translation> rpm</translation></message>
<message><source> rpm/s</source>
<translation> rpm/s</translation></message>
<message><source> s</source>
<translation> s</translation></message>
<message><source> ± %1</source>
<translation> ± %1</translation></message>
<message><source> ± %1 %</source>
<translation> ± %1 %</translation></message>
<message><source> · striped: narrow features may hide</source>
<translation> · gestreift: Schmales kann sich verstecken</translation></message>
<message><source>"%1" is no number.</source>
<translation>„%1“ ist keine Zahl.</translation></message>
<message><source>%1
at %2</source>
<translation>%1
bei %2</translation></message>
<message><source>%1  ·  page %2 of %3</source>
<translation>%1  ·  Seite %2 von %3</translation></message>
<message><source>%1 %</source>
<translation>%1 %</translation></message>
<message><source>%1 % (%2 degrees of freedom)</source>
<translation>%1 % (%2 Freiheitsgrade)</translation></message>
<message><source>%1 % (%2 to %3)</source>
<translation>%1 % (%2 bis %3)</translation></message>
<message><source>%1 % in all</source>
<translation>%1 % insgesamt</translation></message>
<message><source>%1 % less fuel</source>
<translation>%1 % weniger Kraftstoff</translation></message>
<message><source>%1 % more fuel</source>
<translation>%1 % mehr Kraftstoff</translation></message>
<message><source>%1 % of its time and %2 % of its way in the band</source>
<translation>%1 % seiner Zeit und %2 % seines Wegs im Band</translation></message>
<message><source>%1 % of the run in the band: %2</source>
<translation>%1 % der Fahrt im Band: %2</translation></message>
<message><source>%1 % power</source>
<translation>%1 % Leistung</translation></message>
<message><source>%1 %2</source>
<translation>%1 %2</translation></message>
<message><source>%1 %2 %</source>
<translation>%1 %2 %</translation></message>
<message><source>%1 %2 %3: the rule of thumb is %4.</source>
<translation>%1 %2 %3: Die Faustregel ist %4.</translation></message>
<message><source>%1 (%2 to %3)</source>
<translation>%1 (%2 bis %3)</translation></message>
<message><source>%1 (%2)</source>
<translation>%1 (%2)</translation></message>
<message><source>%1 : 1</source>
<translation>%1 : 1</translation></message>
<message><source>%1 ?</source>
<translation>%1 ?</translation></message>
<message><source>%1 N per unit, zero at %2. Worst weight is %3 % of full load off the line.</source>
<translation>%1 N je Einheit, null bei %2. Das schlechteste Gewicht liegt %3 % der Volllast neben der Linie.</translation></message>
<message><source>%1 Nm (%2 lb-ft) at %3 rpm: %4 kW, %5 hp, %6 PS.</source>
<translation>%1 Nm (%2 lb-ft) bei %3 rpm: %4 kW, %5 hp, %6 PS.</translation></message>
<message><source>%1 Nm at %2 rad/s, %3 Nm at %4 rad/s; the fit leaves %5 rad/s. Dashed: as known so far.</source>
<translation>%1 Nm bei %2 rad/s, %3 Nm bei %4 rad/s; die Anpassung lässt %5 rad/s übrig. Gestrichelt: wie bisher bekannt.</translation></message>
<message><source>%1 [%2]</source>
<translation>%1 [%2]</translation></message>
<message><source>%1 a tenth</source>
<translation>%1 das Zehntel</translation></message>
<message><source>%1 against %2 %3</source>
<translation>%1 gegen %2 %3</translation></message>
<message><source>%1 against %2 readings; margins at 95 %.</source>
<translation>%1 gegen %2 Ablesungen; Spannen zu 95 %.</translation></message>
<message><source>%1 against %2, over the road</source>
<translation>%1 gegen %2, über die Strecke</translation></message>
<message><source>%1 alone</source>
<translation>%1 allein</translation></message>
<message><source>%1 alone: %2, give or take %3.</source>
<translation>%1 allein: %2, plus oder minus %3.</translation></message>
<message><source>%1 at %2</source>
<translation>%1 bei %2</translation></message>
<message><source>%1 benches are known already; this one is used, but not kept.</source>
<translation>%1 Prüfstände sind schon bekannt; dieser wird benutzt, aber nicht verwahrt.</translation></message>
<message><source>%1 cannot be read: %2</source>
<translation>%1 ist nicht lesbar: %2</translation></message>
<message><source>%1 cannot be told apart from the others with the cells pulled.</source>
<translation>%1 ist mit den gelaufenen Feldern nicht von den anderen zu trennen.</translation></message>
<message><source>%1 changed more than one thing at once: the credit is shared (hatched).</source>
<translation>%1 änderte mehr als eines auf einmal: Der Verdienst ist geteilt (schraffiert).</translation></message>
<message><source>%1 changed more than one thing at once: the credit is shared.</source>
<translation>%1 änderte mehr als eines auf einmal: Der Verdienst ist geteilt.</translation></message>
<message><source>%1 coast-downs have no time: they tell air and tyres (Thrust).</source>
<translation>%1-mal Ausrollen hat keine Zeit: Es sagt Luft und Reifen (Zugkraft).</translation></message>
<message><source>%1 comes from it.</source>
<translation>%1 kommt von ihm.</translation></message>
<message><source>%1 comes from: %2</source>
<translation>%1 kommt aus: %2</translation></message>
<message><source>%1 dB</source>
<translation>%1 dB</translation></message>
<message><source>%1 dB at %2 m are %3 dB at %4 m in the open.</source>
<translation>%1 dB in %2 m sind im Freien %3 dB in %4 m.</translation></message>
<message><source>%1 departures from the plan</source>
<translation>%1 Abweichungen vom Plan</translation></message>
<message><source>%1 differs in more than one thing; the credit is shared.</source>
<translation>%1 ist in mehr als einem anders; der Verdienst ist geteilt.</translation></message>
<message><source>%1 files wait until the pull is done.</source>
<translation>%1 Dateien warten, bis der Lauf vorbei ist.</translation></message>
<message><source>%1 files were set away, the first: %2</source>
<translation>%1 Dateien wurden beiseitegelegt, die erste: %2</translation></message>
<message><source>%1 from fitting to fitting</source>
<translation>%1 von Einbau zu Einbau</translation></message>
<message><source>%1 ft</source>
<translation>%1 ft</translation></message>
<message><source>%1 g</source>
<translation>%1 g</translation></message>
<message><source>%1 g hold it at %2</source>
<translation>%1 g halten sie bei %2</translation></message>
<message><source>%1 gains %2, give or take %3.</source>
<translation>%1 gewinnt %2, plus oder minus %3.</translation></message>
<message><source>%1 h</source>
<translation>%1 h</translation></message>
<message><source>%1 h of work</source>
<translation>%1 h Arbeit</translation></message>
<message><source>%1 h run</source>
<translation>%1 h gelaufen</translation></message>
<message><source>%1 in %2 s</source>
<translation>%1 in %2 s</translation></message>
<message><source>%1 in one step</source>
<translation>%1 in einer Stufe</translation></message>
<message><source>%1 is best where it works</source>
<translation>%1 ist am besten, wo sie arbeitet</translation></message>
<message><source>%1 is fitted  (N)</source>
<translation>%1 ist angebaut  (N)</translation></message>
<message><source>%1 is from %2 to %3 %4: %5 is outside.</source>
<translation>%1 geht von %2 bis %3 %4: %5 liegt außerhalb.</translation></message>
<message><source>%1 is no picture that can be read.</source>
<translation>%1 ist kein lesbares Bild.</translation></message>
<message><source>%1 is the copy of another archive, of which this one is a copy or which is one of this. It was left as it is; this archive's own lies beside it.</source>
<translation>%1 ist die Kopie eines anderen Archivs, von dem dieses eine Kopie ist oder das eine von diesem ist. Sie blieb, wie sie ist; die Kopie dieses Archivs liegt daneben.</translation></message>
<message><source>%1 is where the family begins</source>
<translation>%1 ist der Anfang der Familie</translation></message>
<message><source>%1 keeps its name: pulls were made with it, and they carry it.</source>
<translation>%1 behält seinen Namen: Mit ihm wurden Läufe gemacht, und sie tragen ihn.</translation></message>
<message><source>%1 kg</source>
<translation>%1 kg</translation></message>
<message><source>%1 kg and %2 kg make %3 kg; t from m · v · dv / (P − W · v) at 0.8 of the peak. Sound: L − 20 log₁₀(%4 / %5). Any text.</source>
<translation>%1 kg und %2 kg machen %3 kg; t aus m · v · dv / (P − W · v) bei 0,8 der Spitze. Schall: L − 20 log₁₀(%4 / %5). Jedes Buch.</translation></message>
<message><source>%1 kg heavier</source>
<translation>%1 kg schwerer</translation></message>
<message><source>%1 kg lighter</source>
<translation>%1 kg leichter</translation></message>
<message><source>%1 kg m², give or take %2.</source>
<translation>%1 kg m², plus oder minus %2.</translation></message>
<message><source>%1 km run</source>
<translation>%1 km gelaufen</translation></message>
<message><source>%1 l</source>
<translation>%1 l</translation></message>
<message><source>%1 less %2</source>
<translation>%1 weniger %2</translation></message>
<message><source>%1 lines changed</source>
<translation>%1 Zeilen geändert</translation></message>
<message><source>%1 loses %2 s, give or take %3.</source>
<translation>%1 verliert %2 s, plus oder minus %3.</translation></message>
<message><source>%1 loses %2, give or take %3.</source>
<translation>%1 verliert %2, plus oder minus %3.</translation></message>
<message><source>%1 m</source>
<translation>%1 m</translation></message>
<message><source>%1 m/s at the mouth is %2 Pa (%3 % of the air's pressure) if it blows in, and upsets a carburettor if it blows across. Keep the fans as they are for both sides.</source>
<translation>%1 m/s an der Mündung sind %2 Pa (%3 % des Luftdrucks), wenn es hineinbläst, und stören einen Vergaser, wenn es quer bläst. Die Gebläse für beide Seiten gleich lassen.</translation></message>
<message><source>%1 m/s in the mean asks for the engine maker's word.</source>
<translation>%1 m/s im Mittel verlangen das Wort des Motorherstellers.</translation></message>
<message><source>%1 m/s mean piston speed at the higher limiter: ask the engine's maker before you go there.</source>
<translation>%1 m/s mittlere Kolbengeschwindigkeit am höheren Begrenzer: vorher den Motorhersteller fragen.</translation></message>
<message><source>%1 m/s of squish is more than most run: listen for it.</source>
<translation>%1 m/s Quetschströmung sind mehr, als die meisten fahren: darauf hören.</translation></message>
<message><source>%1 m/s while it is open is where an intake strangles at full power.</source>
<translation>%1 m/s solange offen ist, wo ein Einlass bei voller Leistung würgt.</translation></message>
<message><source>%1 min since the last pull</source>
<translation>%1 min seit dem letzten Lauf</translation></message>
<message><source>%1 minus %2 · band: %3 % for the whole curve · dashed: worth %4 %</source>
<translation>%1 minus %2 · Band: %3 % für die ganze Kurve · gestrichelt: %4 % zählen</translation></message>
<message><source>%1 mm from valve to mouth</source>
<translation>%1 mm vom Ventil zur Mündung</translation></message>
<message><source>%1 ms at %2 rpm for %3 : 1, %4 mg of air a charge.</source>
<translation>%1 ms bei %2 rpm für %3 : 1, %4 mg Luft je Füllung.</translation></message>
<message><source>%1 ms, %2 %</source>
<translation>%1 ms, %2 %</translation></message>
<message><source>%1 of %2 graded predictions were inside their range</source>
<translation>%1 von %2 bewerteten Vorhersagen lagen in ihrem Bereich</translation></message>
<message><source>%1 of %2 lines before riding are open</source>
<translation>%1 von %2 Zeilen vor der Fahrt sind offen</translation></message>
<message><source>%1 of %2 pulls are kept twice.</source>
<translation>%1 von %2 Läufen sind zweimal verwahrt.</translation></message>
<message><source>%1 parts are still off</source>
<translation>%1 Teile sind noch ab</translation></message>
<message><source>%1 per %2</source>
<translation>%1 je %2</translation></message>
<message><source>%1 predictions, none pulled yet</source>
<translation>%1 Vorhersagen, noch keine gelaufen</translation></message>
<message><source>%1 pull files written, %2 pulls taken in.</source>
<translation>%1 Laufdateien geschrieben, %2 Läufe aufgenommen.</translation></message>
<message><source>%1 pulls</source>
<translation>%1 Läufe</translation></message>
<message><source>%1 pulls before, %2 after; corrected by %3; margins hold at %4 %.</source>
<translation>%1 Läufe vorher, %2 nachher; korrigiert nach %3; Spannen gelten zu %4 %.</translation></message>
<message><source>%1 pulls before, %2 after; corrected by %3; no margin is known.</source>
<translation>%1 Läufe vorher, %2 nachher; korrigiert nach %3; keine Spanne bekannt.</translation></message>
<message><source>%1 pulls brought in and kept.</source>
<translation>%1 Läufe eingelesen und verwahrt.</translation></message>
<message><source>%1 pulls came back, each held against its checksum. They are in %2 now.</source>
<translation>%1 Läufe kamen zurück, jeder gegen seine Prüfsumme gehalten. Sie liegen jetzt in %2.</translation></message>
<message><source>%1 pulls count</source>
<translation>%1 Läufe zählen</translation></message>
<message><source>%1 pulls of %2, %3</source>
<translation>%1 Läufe von %2, %3</translation></message>
<message><source>%1 pulls of each, base first and last, about %2 h.</source>
<translation>je %1 Läufe, Basis zuerst und zuletzt, etwa %2 h.</translation></message>
<message><source>%1 pulls of each, base first and last, about %2 h. They show a fall of %3 % or more from the best to the ends nine times in ten; a smaller one may go unseen.</source>
<translation>je %1 Läufe, Basis zuerst und zuletzt, etwa %2 h. Sie zeigen einen Abfall von %3 % oder mehr vom Besten zu den Enden neunmal in zehn; ein kleinerer kann ungesehen bleiben.</translation></message>
<message><source>%1 pulls picked, Esc for all</source>
<translation>%1 Läufe ausgewählt, Esc für alle</translation></message>
<message><source>%1 pulls taken in; they are in their job now.</source>
<translation>%1 Läufe eingelesen; sie sind jetzt in ihrem Auftrag.</translation></message>
<message><source>%1 pulls, each kept twice: in the database and as an open file beside it.</source>
<translation>%1 Läufe, jeder zweimal verwahrt: in der Datenbank und als offene Datei daneben.</translation></message>
<message><source>%1 rows left out:</source>
<translation>%1 Zeilen ausgelassen:</translation></message>
<message><source>%1 s</source>
<translation>%1 s</translation></message>
<message><source>%1 s lost</source>
<translation>%1 s verloren</translation></message>
<message><source>%1 s lost in all, ± %2</source>
<translation>Insgesamt %1 s verloren, ± %2</translation></message>
<message><source>%1 s more, so that every pull starts as rested as the last.</source>
<translation>Noch %1 s, damit jeder Lauf so ausgeruht beginnt wie der letzte.</translation></message>
<message><source>%1 s run</source>
<translation>%1 s gefahren</translation></message>
<message><source>%1 s since the last pull</source>
<translation>%1 s seit dem letzten Lauf</translation></message>
<message><source>%1 s won</source>
<translation>%1 s gewonnen</translation></message>
<message><source>%1 s won in all, ± %2</source>
<translation>Insgesamt %1 s gewonnen, ± %2</translation></message>
<message><source>%1 s ± %2</source>
<translation>%1 s ± %2</translation></message>
<message><source>%1 safety lines of today's walk-round are open</source>
<translation>%1 Sicherheitszeilen des heutigen Rundgangs sind offen</translation></message>
<message><source>%1 safety lines open</source>
<translation>%1 Sicherheitszeilen offen</translation></message>
<message><source>%1 said %2 %: beside it</source>
<translation>%1 sagte %2 %: daneben</translation></message>
<message><source>%1 said %2 %: inside what came out</source>
<translation>%1 sagte %2 %: innerhalb dessen, was herauskam</translation></message>
<message><source>%1 setups against </source>
<translation>%1 Aufbauten gegen </translation></message>
<message><source>%1 setups against %2</source>
<translation>%1 Aufbauten gegen %2</translation></message>
<message><source>%1 setups cannot be told apart at the top</source>
<translation>%1 Aufbauten an der Spitze sind nicht zu unterscheiden</translation></message>
<message><source>%1 stays. %2</source>
<translation>%1 bleibt. %2</translation></message>
<message><source>%1 steps never settled.</source>
<translation>%1 Stufen kamen nie zur Ruhe.</translation></message>
<message><source>%1 swaps</source>
<translation>%1 Wechsel</translation></message>
<message><source>%1 things to put right:</source>
<translation>%1 Sachen sind zu richten:</translation></message>
<message><source>%1 to %2</source>
<translation>%1 bis %2</translation></message>
<message><source>%1 to %2 %3</source>
<translation>%1 bis %2 %3</translation></message>
<message><source>%1 to %2 : 1</source>
<translation>%1 bis %2 : 1</translation></message>
<message><source>%1 to %2 rad/s in %3 s</source>
<translation>%1 bis %2 rad/s in %3 s</translation></message>
<message><source>%1 to %2: %3 s, by the best shifts.</source>
<translation>%1 bis %2: %3 s, mit dem besten Schalten.</translation></message>
<message><source>%1 together: %2 s beyond their sum, give or take %3.</source>
<translation>%1 zusammen: %2 s über ihre Summe hinaus, plus oder minus %3.</translation></message>
<message><source>%1 valve to piston: %2, least %3° from top.</source>
<translation>%1 Ventil zum Kolben: %2, am wenigsten %3° von OT.</translation></message>
<message><source>%1 was not pulled alone.</source>
<translation>%1 lief nicht allein.</translation></message>
<message><source>%1 was not written: %2.</source>
<translation>%1 wurde nicht geschrieben: %2.</translation></message>
<message><source>%1 were here already and are kept once.</source>
<translation>%1 waren schon hier und werden einmal verwahrt.</translation></message>
<message><source>%1 wins %2 s, give or take %3.</source>
<translation>%1 gewinnt %2 s, plus oder minus %3.</translation></message>
<message><source>%1 ± %2 by the bench</source>
<translation>%1 ± %2 nach dem Prüfstand</translation></message>
<message><source>%1 ± %2 of what the bench made, from %3 %4 on, where clutch and tyre let all of it through.</source>
<translation>%1 ± %2 dessen, was der Prüfstand machte, ab %3 %4, wo Kupplung und Reifen alles durchlassen.</translation></message>
<message><source>%1 · %2 s on the step</source>
<translation>%1 · %2 s in der Stufe</translation></message>
<message><source>%1 · %2 · %3 % humid</source>
<translation>%1 · %2 · %3 % feucht</translation></message>
<message><source>%1 · as it comes, unfitted</source>
<translation>%1 · wie es kommt, nicht angepasst</translation></message>
<message><source>%1 · as it comes, unfitted · grey: its own pulls so far</source>
<translation>%1 · wie es kommt, nicht angepasst · grau: seine bisherigen Läufe</translation></message>
<message><source>%1 · detail %2 · %3 + %4 pulls</source>
<translation>%1 · Auflösung %2 · %3 + %4 Läufe</translation></message>
<message><source>%1 · each band holds for its whole curve</source>
<translation>%1 · jedes Band gilt für seine ganze Kurve</translation></message>
<message><source>%1 · every row ±%2</source>
<translation>%1 · jede Zeile ±%2</translation></message>
<message><source>%1 · hill: how much each speed is used, drag to draw it</source>
<translation>%1 · Hügel: wie viel jede Drehzahl genutzt wird, ziehen zum Zeichnen</translation></message>
<message><source>%1 · lean upwards, not from zero</source>
<translation>%1 · mager nach oben, nicht ab null</translation></message>
<message><source>%1 × %2</source>
<translation>%1 × %2</translation></message>
<message><source>%1 × %2 mm</source>
<translation>%1 × %2 mm</translation></message>
<message><source>%1 — %2: %3. %4</source>
<translation>%1 — %2: %3. %4</translation></message>
<message><source>%1 → %2: %3, falls to %4 rpm</source>
<translation>%1 → %2: %3, fällt auf %4 rpm</translation></message>
<message><source>%1%2 s not explained</source>
<translation>%1%2 s nicht erklärt</translation></message>
<message><source>%1%2 · detail %3 · points: raw, line: what is counted</source>
<translation>%1%2 · Auflösung %3 · Punkte: roh, Linie: was zählt</translation></message>
<message><source>%1, %2</source>
<translation>%1, %2</translation></message>
<message><source>%1, cylinder %2</source>
<translation>%1, Zylinder %2</translation></message>
<message><source>%1, measured</source>
<translation>%1, gemessen</translation></message>
<message><source>%1, not from zero</source>
<translation>%1, nicht ab null</translation></message>
<message><source>%1, the newest</source>
<translation>%1, der neueste Stand</translation></message>
<message><source>%1. %2</source>
<translation>%1. %2</translation></message>
<message><source>%1: %2</source>
<translation>%1: %2</translation></message>
<message><source>%1: %2 % flow, %3 % power at the peak: %4 of the flow became power here. A flow figure is not a power figure.</source>
<translation>%1: %2 % Durchfluss, %3 % Leistung in der Spitze: %4 des Durchflusses wurde hier Leistung. Eine Durchflusszahl ist keine Leistungszahl.</translation></message>
<message><source>%1: %2 %3</source>
<translation>%1: %2 %3</translation></message>
<message><source>%1: %2 W for each unit of money</source>
<translation>%1: %2 W je Geldeinheit</translation></message>
<message><source>%1: %2 W for each unit of money, %3 W an hour</source>
<translation>%1: %2 W je Geldeinheit, %3 W je Stunde</translation></message>
<message><source>%1: %2 at %3</source>
<translation>%1: %2 bei %3</translation></message>
<message><source>%1: %2 from pull to pull</source>
<translation>%1: %2 von Lauf zu Lauf</translation></message>
<message><source>%1: %2 in the mean of %3 runs, best %4 s</source>
<translation>%1: %2 im Mittel von %3 Fahrten, beste %4 s</translation></message>
<message><source>%1: %2 of %3 lines done; %4.</source>
<translation>%1: %2 von %3 Zeilen erledigt; %4.</translation></message>
<message><source>%1: %2 of %3 lines done; the safety lines are settled.</source>
<translation>%1: %2 von %3 Zeilen erledigt; die Sicherheitszeilen sind geklärt.</translation></message>
<message><source>%1: %2 s in the mean, give or take %3.</source>
<translation>%1: %2 s im Mittel, plus oder minus %3.</translation></message>
<message><source>%1: %2 s won, give or take %3: these runs cannot tell it from nothing.</source>
<translation>%1: %2 s gewonnen, plus oder minus %3: Diese Fahrten können es nicht von nichts unterscheiden.</translation></message>
<message><source>%1: %2 s, no margin known.</source>
<translation>%1: %2 s, keine Spanne bekannt.</translation></message>
<message><source>%1: %2 ± %3</source>
<translation>%1: %2 ± %3</translation></message>
<message><source>%1: %2 ± %3 %4 at %5 %6, mean of %7</source>
<translation>%1: %2 ± %3 %4 bei %5 %6, Mittel von %7</translation></message>
<message><source>%1: %2 → %3</source>
<translation>%1: %2 → %3</translation></message>
<message><source>%1: %2%3, %4</source>
<translation>%1: %2%3, %4</translation></message>
<message><source>%1: %2, give or take %3: this test cannot tell it from nothing.</source>
<translation>%1: %2, plus oder minus %3: Dieser Versuch kann es nicht von nichts unterscheiden.</translation></message>
<message><source>%1: %2, no margin known.</source>
<translation>%1: %2, keine Spanne bekannt.</translation></message>
<message><source>%1: %2, one run</source>
<translation>%1: %2, eine Fahrt</translation></message>
<message><source>%1: %2.</source>
<translation>%1: %2.</translation></message>
<message><source>%1: drag, arrow keys, or type</source>
<translation>%1: ziehen, Pfeiltasten oder tippen</translation></message>
<message><source>%1: every reading, a row a setup, with the mean and its margin</source>
<translation>%1: jede Ablesung, je Aufbau eine Zeile, mit Mittel und Spanne</translation></message>
<message><source>%1: from three graded predictions on, this machine's own takes the handbook's place.</source>
<translation>%1: ab drei bewerteten Vorhersagen tritt der eigene Wert der Maschine an die Stelle des Handbuchs.</translation></message>
<message><source>%1: has it come?</source>
<translation>%1: ist es gekommen?</translation></message>
<message><source>%1: less than %2 mm is not left for a stretched rod and a floating valve. Measure it before the engine turns.</source>
<translation>%1: weniger als %2 mm lassen einem gereckten Pleuel und einem flatternden Ventil nichts. Messen, bevor der Motor dreht.</translation></message>
<message><source>%1: no step of it is told from another by time.</source>
<translation>%1: Keine Stufe davon ist nach der Zeit von einer anderen zu unterscheiden.</translation></message>
<message><source>%1: no time and engine speed were found in it.</source>
<translation>%1: Zeit und Drehzahl wurden darin nicht gefunden.</translation></message>
<message><source>%1: no time and road speed were found in it.</source>
<translation>%1: Zeit und Fahrgeschwindigkeit wurden darin nicht gefunden.</translation></message>
<message><source>%1: not every pull has data here that counts.</source>
<translation>%1: Nicht jeder Lauf hat hier Werte, die zählen.</translation></message>
<message><source>%1: not recorded</source>
<translation>%1: nicht aufgezeichnet</translation></message>
<message><source>%1: now %2</source>
<translation>%1: jetzt %2</translation></message>
<message><source>%1: only %2 % of the time inside</source>
<translation>%1: nur %2 % der Zeit darin</translation></message>
<message><source>%1: raise the roof by %2 mm. What is filed off does not come back.</source>
<translation>%1: die Oberkante um %2 mm heben. Was weggefeilt ist, kommt nicht zurück.</translation></message>
<message><source>%1: read in %2, and this job has it in %3.</source>
<translation>%1: abgelesen in %2, und dieser Auftrag hat es in %3.</translation></message>
<message><source>%1: run %2</source>
<translation>%1: Fahrt %2</translation></message>
<message><source>%1: sealed</source>
<translation>%1: versiegelt</translation></message>
<message><source>%1: settle them on "Before", or write there why not.</source>
<translation>%1: unter „Vorher“ klären oder dort schreiben, warum nicht.</translation></message>
<message><source>%1: the roof would have to come down by %2 mm, and a roof cannot be lowered. A thinner base gasket lowers all of them together; a spacer under the barrel raises them; a piston with a higher crown does it for one.</source>
<translation>%1: Die Oberkante müsste um %2 mm herunter, und eine Oberkante lässt sich nicht senken. Eine dünnere Fußdichtung senkt alle zusammen; eine Platte unter dem Zylinder hebt sie; ein Kolben mit höherem Boden tut es für eine.</translation></message>
<message><source>%1: the shortest time near %2 (%3 to %4).</source>
<translation>%1: die kürzeste Zeit nahe %2 (%3 bis %4).</translation></message>
<message><source>%1: the shortest time near %2.</source>
<translation>%1: die kürzeste Zeit nahe %2.</translation></message>
<message><source>%1: there is no setup "%2" in this job. Add it on Ask, then take the file again.</source>
<translation>%1: In diesem Auftrag gibt es keinen Aufbau „%2“. Unter Fragen anlegen, dann die Datei noch einmal nehmen.</translation></message>
<message><source>%1: was %2</source>
<translation>%1: war %2</translation></message>
<message><source>%1: what is wrong</source>
<translation>%1: was falsch ist</translation></message>
<message><source>%2 in all over %1 steps</source>
<translation>%2 insgesamt über %1 Stufen</translation></message>
<message><source>%2 in one step</source>
<translation>%2 in einer Stufe</translation></message>
<message><source>%2: %1 guesses, %3 inside, %4 % off on the mean</source>
<translation>%2: %1 Schätzungen, %3 innerhalb, im Mittel %4 % daneben</translation></message>
<message><source>%2: 1 guess, %3 inside, %4 % off on the mean</source>
<translation>%2: 1 Schätzung, %3 innerhalb, im Mittel %4 % daneben</translation></message>
<message><source>&amp;Add it</source>
<translation>Hin&amp;zufügen</translation></message>
<message><source>&amp;Add it under the chosen one</source>
<translation>D&amp;arunter anlegen</translation></message>
<message><source>&amp;Address</source>
<translation>&amp;Anschrift</translation></message>
<message><source>&amp;As it was…</source>
<translation>Wie es w&amp;ar…</translation></message>
<message><source>&amp;Base</source>
<translation>&amp;Basis</translation></message>
<message><source>&amp;Begin it</source>
<translation>&amp;Beginnen</translation></message>
<message><source>&amp;Bench</source>
<translation>&amp;Prüfstand</translation></message>
<message><source>&amp;Better</source>
<translation>Bess&amp;er</translation></message>
<message><source>&amp;Bundle…</source>
<translation>&amp;Bündel…</translation></message>
<message><source>&amp;CSV…</source>
<translation>&amp;CSV…</translation></message>
<message><source>&amp;Call the bench</source>
<translation>Prüfstand &amp;rufen</translation></message>
<message><source>&amp;Chalk it up</source>
<translation>An&amp;kreiden</translation></message>
<message><source>&amp;Changed</source>
<translation>&amp;Geändert</translation></message>
<message><source>&amp;Choose a picture…</source>
<translation>Bil&amp;d wählen…</translation></message>
<message><source>&amp;Choose where…</source>
<translation>&amp;Ort wählen…</translation></message>
<message><source>&amp;Clear the stop  (C)</source>
<translation>Halt &amp;lösen  (C)</translation></message>
<message><source>&amp;Coolant from</source>
<translation>&amp;Kühlmittel ab</translation></message>
<message><source>&amp;Copy from another machine…</source>
<translation>Von anderer Maschine &amp;kopieren…</translation></message>
<message><source>&amp;Copy now</source>
<translation>Jetzt &amp;kopieren</translation></message>
<message><source>&amp;Fans</source>
<translation>&amp;Lüfter</translation></message>
<message><source>&amp;File…</source>
<translation>&amp;Datei…</translation></message>
<message><source>&amp;Gear</source>
<translation>&amp;Gang</translation></message>
<message><source>&amp;Hand over and keep as no. %1</source>
<translation>Über&amp;geben und als Nr. %1 verwahren</translation></message>
<message><source>&amp;Hand over and keep as no. 1</source>
<translation>Über&amp;geben und als Nr. 1 verwahren</translation></message>
<message><source>&amp;Hold</source>
<translation>&amp;Halten</translation></message>
<message><source>&amp;Intake air from</source>
<translation>&amp;Ansaugluft ab</translation></message>
<message><source>&amp;JSON…</source>
<translation>&amp;JSON…</translation></message>
<message><source>&amp;Job</source>
<translation>Auf&amp;trag</translation></message>
<message><source>&amp;Keep it from today on</source>
<translation>Ab heute &amp;so führen</translation></message>
<message><source>&amp;Later</source>
<translation>S&amp;päter</translation></message>
<message><source>&amp;Leanest mixture</source>
<translation>Ma&amp;gerstes Gemisch</translation></message>
<message><source>&amp;Listen to it</source>
<translation>&amp;Zuhören</translation></message>
<message><source>&amp;Machine</source>
<translation>&amp;Maschine</translation></message>
<message><source>&amp;Microphone at</source>
<translation>&amp;Mikrofon bei</translation></message>
<message><source>&amp;Name</source>
<translation>&amp;Name</translation></message>
<message><source>&amp;Note</source>
<translation>&amp;Notiz</translation></message>
<message><source>&amp;Open another…</source>
<translation>Anderes &amp;öffnen…</translation></message>
<message><source>&amp;Open that job</source>
<translation>Jenen Auftrag öff&amp;nen</translation></message>
<message><source>&amp;Open the guesses</source>
<translation>Schätzungen &amp;öffnen</translation></message>
<message><source>&amp;Operator</source>
<translation>Bedie&amp;ner</translation></message>
<message><source>&amp;PDF…</source>
<translation>&amp;PDF…</translation></message>
<message><source>&amp;Pin as the next setup</source>
<translation>Als nächsten Aufbau &amp;anheften</translation></message>
<message><source>&amp;Pin it as the next setup</source>
<translation>Als nächsten Aufbau &amp;anheften</translation></message>
<message><source>&amp;Remember layout as</source>
<translation>Au&amp;fbau der Datei merken als</translation></message>
<message><source>&amp;Seal it</source>
<translation>Ver&amp;siegeln</translation></message>
<message><source>&amp;Seen</source>
<translation>&amp;Gesehen</translation></message>
<message><source>&amp;Setup</source>
<translation>Auf&amp;bau</translation></message>
<message><source>&amp;Show</source>
<translation>&amp;Zeigen</translation></message>
<message><source>&amp;Stop here</source>
<translation>Hier &amp;anhalten</translation></message>
<message><source>&amp;Straps</source>
<translation>G&amp;urte</translation></message>
<message><source>&amp;Take it off</source>
<translation>&amp;Abnehmen</translation></message>
<message><source>&amp;Take them in</source>
<translation>E&amp;inlesen</translation></message>
<message><source>&amp;Tank is full</source>
<translation>&amp;Tank ist voll</translation></message>
<message><source>&amp;Target</source>
<translation>&amp;Ziel</translation></message>
<message><source>&amp;Terms</source>
<translation>&amp;Bedingungen</translation></message>
<message><source>&amp;To</source>
<translation>&amp;Bis</translation></message>
<message><source>&amp;Try a restore</source>
<translation>&amp;Rückholung probieren</translation></message>
<message><source>&amp;Upright…</source>
<translation>&amp;Hoch…</translation></message>
<message><source>&amp;What is read</source>
<translation>&amp;Was abgelesen wird</translation></message>
<message><source>&amp;Where</source>
<translation>&amp;Wo</translation></message>
<message><source>&amp;Wide…</source>
<translation>&amp;Quer…</translation></message>
<message><source>&amp;Worth having</source>
<translation>Zählt &amp;ab</translation></message>
<message><source>&amp;Write it down</source>
<translation>Auf&amp;schreiben</translation></message>
<message><source>&amp;XLSX…</source>
<translation>&amp;XLSX…</translation></message>
<message><source>&amp;Zero it: nothing hangs on it</source>
<translation>&amp;Nullen: Nichts hängt daran</translation></message>
<message><source>&amp;bedding in (I): hot %1 times so far</source>
<translation>E&amp;infahren (I): bisher %1-mal heiß</translation></message>
<message><source>&amp;bedding in (I): hot once so far</source>
<translation>E&amp;infahren (I): bisher einmal heiß</translation></message>
<message><source>&amp;bedding in (I): never hot yet</source>
<translation>E&amp;infahren (I): noch nie heiß</translation></message>
<message><source>&amp;fuel a pull</source>
<translation>Kra&amp;ftstoff je Lauf</translation></message>
<message><source>&amp;repeats within</source>
<translation>wiede&amp;rholt sich auf</translation></message>
<message><source>&amp;tank</source>
<translation>Tan&amp;k</translation></message>
<message><source>&amp;warm-up: kept, but not counted</source>
<translation>&amp;Warmlauf: verwahrt, aber nicht gezählt</translation></message>
<message><source>(%1° + %2°) / 2, the shorter way round = %3°. Common practice, no source.</source>
<translation>(%1° + %2°) / 2, den kürzeren Weg herum = %3°. Gängige Praxis, keine Quelle.</translation></message>
<message><source>(left out) </source>
<translation>(ausgelassen) </translation></message>
<message><source>(not counted)</source>
<translation>(nicht gezählt)</translation></message>
<message><source>, </source>
<translation>, </translation></message>
<message><source>, %1 % of its time in the band</source>
<translation>, %1 % seiner Zeit im Band</translation></message>
<message><source>, %1 cm³, stroke to bore %2</source>
<translation>, %1 cm³, Hub zu Bohrung %2</translation></message>
<message><source>, cylinder %1</source>
<translation>, Zylinder %1</translation></message>
<message><source>, intake %1</source>
<translation>, Einlass %1</translation></message>
<message><source>, intake %1°</source>
<translation>, Einlass %1°</translation></message>
<message><source>, left in</source>
<translation>, drin gelassen</translation></message>
<message><source>, put back</source>
<translation>, zurückgebaut</translation></message>
<message><source>, with another</source>
<translation>, mit einem anderen</translation></message>
<message><source>.</source>
<translation>.</translation></message>
<message><source>/min</source>
<translation>/min</translation></message>
<message><source>0.5 m behind the pipe, 45°</source>
<translation>0,5 m hinter dem Auspuff, 45°</translation></message>
<message><source>1 coast-down has no time: it tells air and tyres (Thrust).</source>
<translation>1 Ausrollen hat keine Zeit: Es sagt Luft und Reifen (Zugkraft).</translation></message>
<message><source>1 departure from the plan</source>
<translation>1 Abweichung vom Plan</translation></message>
<message><source>1 file waits until the pull is done.</source>
<translation>1 Datei wartet, bis der Lauf vorbei ist.</translation></message>
<message><source>1 file was set away: %2</source>
<translation>1 Datei wurde beiseitegelegt: %2</translation></message>
<message><source>1 line changed</source>
<translation>1 Zeile geändert</translation></message>
<message><source>1 part is still off</source>
<translation>1 Teil ist noch ab</translation></message>
<message><source>1 prediction, not pulled yet</source>
<translation>1 Vorhersage, noch nicht gelaufen</translation></message>
<message><source>1 pull</source>
<translation>1 Lauf</translation></message>
<message><source>1 pull brought in and kept.</source>
<translation>1 Lauf eingelesen und verwahrt.</translation></message>
<message><source>1 pull came back, held against its checksum. It is in %2 now.</source>
<translation>1 Lauf kam zurück, gegen seine Prüfsumme gehalten. Er liegt jetzt in %2.</translation></message>
<message><source>1 pull counts</source>
<translation>1 Lauf zählt</translation></message>
<message><source>1 pull of %2, %3</source>
<translation>1 Lauf von %2, %3</translation></message>
<message><source>1 pull picked, Esc for all</source>
<translation>1 Lauf ausgewählt, Esc für alle</translation></message>
<message><source>1 pull taken in; it is in its job now.</source>
<translation>1 Lauf eingelesen; er ist jetzt in seinem Auftrag.</translation></message>
<message><source>1 pull, kept twice: in the database and as an open file beside it.</source>
<translation>1 Lauf, zweimal verwahrt: in der Datenbank und als offene Datei daneben.</translation></message>
<message><source>1 row left out:</source>
<translation>1 Zeile ausgelassen:</translation></message>
<message><source>1 safety line of today's walk-round is open</source>
<translation>1 Sicherheitszeile des heutigen Rundgangs ist offen</translation></message>
<message><source>1 safety line open</source>
<translation>1 Sicherheitszeile offen</translation></message>
<message><source>1 setup against %1</source>
<translation>1 Aufbau gegen %1</translation></message>
<message><source>1 setup against %2</source>
<translation>1 Aufbau gegen %2</translation></message>
<message><source>1 step never settled.</source>
<translation>1 Stufe kam nie zur Ruhe.</translation></message>
<message><source>1 swap</source>
<translation>1 Wechsel</translation></message>
<message><source>1 was here already and is kept once.</source>
<translation>1 war schon hier und wird einmal verwahrt.</translation></message>
<message><source>1%1 below the best costs %2, 1%1 above it %3.</source>
<translation>1%1 unter dem Besten kostet %2, 1%1 darüber %3.</translation></message>
<message><source>1. Screw the stop in with the piston low, so that it meets the piston some 20 to 40° off the top.</source>
<translation>1. Den Anschlag bei tiefem Kolben einschrauben, sodass er den Kolben etwa 20 bis 40° vor OT trifft.</translation></message>
<message><source>10 % lighter is about %1 rpm more.</source>
<translation>10 % leichter sind etwa %1 rpm mehr.</translation></message>
<message><source>2. Turn the crank by hand until the piston rests on the stop: the first reading.</source>
<translation>2. Die Kurbel von Hand drehen, bis der Kolben am Anschlag liegt: die erste Ablesung.</translation></message>
<message><source>3. Turn it back the other way until it rests again: the second reading.</source>
<translation>3. In der anderen Richtung zurückdrehen, bis er wieder anliegt: die zweite Ablesung.</translation></message>
<message><source>4. Move the pointer by %1°, so that it shows 0 in the middle; take the stop out before anything else.</source>
<translation>4. Den Zeiger um %1° versetzen, sodass er in der Mitte 0 zeigt; den Anschlag vor allem anderen herausnehmen.</translation></message>
<message><source>4th</source>
<translation>4.</translation></message>
<message><source>: %1 before, %2 after, %3 %4 (%5)</source>
<translation>: %1 vorher, %2 nachher, %3 %4 (%5)</translation></message>
<message><source>:1</source>
<translation>:1</translation></message>
<message><source>; </source>
<translation>; </translation></message>
<message><source>= %1 %2</source>
<translation>= %1 %2</translation></message>
<message><source>= ?</source>
<translation>= ?</translation></message>
<message><source>A balance, money and sound</source>
<translation>Eine Waage, Geld und Schall</translation></message>
<message><source>A base spacer of 0.5 mm: exhaust %1° and transfers %2° after top, squish %3 mm.</source>
<translation>Eine Fußplatte von 0,5 mm: Auslass %1° und Überströmer %2° nach OT, Quetschmaß %3 mm.</translation></message>
<message><source>A bench is connected; listening to a receiver leaves it.</source>
<translation>Ein Prüfstand ist verbunden; einem Empfänger zuhören verlässt ihn.</translation></message>
<message><source>A channel afr or lambda, one a cylinder, is looked at here.</source>
<translation>Ein Kanal afr oder lambda, je Zylinder einer, wird hier angesehen.</translation></message>
<message><source>A claim belongs to a job, and none is open. Open one on Jobs (Ctrl+0) or bring in pulls (Ctrl+I); what you typed stays here.</source>
<translation>Eine Behauptung gehört zu einem Auftrag, und keiner ist offen. Einen unter Aufträge öffnen (Strg+0) oder Läufe einlesen (Strg+I); das Getippte bleibt hier stehen.</translation></message>
<message><source>A cross needs two parts at two levels each, and at least one setup with both changed: pull each part alone and both together, and write on Ask what each setup changes.</source>
<translation>Ein Kreuz braucht zwei Teile in je zwei Stufen und mindestens einen Aufbau, in dem beide geändert sind: jedes Teil allein und beide zusammen laufen lassen und unter Fragen schreiben, was jeder Aufbau ändert.</translation></message>
<message><source>A cut cannot be undone: the next point is then chosen on the safe side</source>
<translation>Ein Schnitt lässt sich nicht zurücknehmen: Der nächste Punkt wird dann auf der sicheren Seite gewählt</translation></message>
<message><source>A figure to turn into another unit</source>
<translation>Eine Zahl zum Umrechnen</translation></message>
<message><source>A guess needs the name of who guesses.</source>
<translation>Eine Schätzung braucht den Namen dessen, der rät.</translation></message>
<message><source>A guess until this bench has shown how well it repeats.</source>
<translation>Geraten, bis dieser Prüfstand gezeigt hat, wie gut er sich wiederholt.</translation></message>
<message><source>A kilogram is worth about %1 s from 60 to 100 km/h; this change %2 s.</source>
<translation>Ein Kilogramm ist etwa %1 s von 60 bis 100 km/h wert; diese Änderung %2 s.</translation></message>
<message><source>A kilogram is worth about %1 s from 60 to 100 km/h; this change nothing that could be timed.</source>
<translation>Ein Kilogramm ist etwa %1 s von 60 bis 100 km/h wert; diese Änderung nichts, was sich stoppen ließe.</translation></message>
<message><source>A leak test belongs to a job, and none is open. Begin one (Ctrl+N).</source>
<translation>Eine Dichtheitsprüfung gehört zu einem Auftrag, und keiner ist offen. Einen beginnen (Strg+N).</translation></message>
<message><source>A lip of %1 mm is a sharp edge to the air: below a tenth of the bore it costs flow, a quarter is enough.</source>
<translation>Eine Lippe von %1 mm ist für die Luft eine scharfe Kante: Unter einem Zehntel der Bohrung kostet sie Durchfluss, ein Viertel genügt.</translation></message>
<message><source>A log by somebody else: check what each column is.</source>
<translation>Ein Log von jemand anderem: prüfen, was jede Spalte ist.</translation></message>
<message><source>A logged ride</source>
<translation>Eine aufgezeichnete Fahrt</translation></message>
<message><source>A map or another file to keep</source>
<translation>Ein Kennfeld oder eine andere Datei zum Verwahren</translation></message>
<message><source>A mixture that is right on the bench may be too lean to hold for minutes: that is a judgement for whoever answers for the engine.</source>
<translation>Ein Gemisch, das auf dem Prüfstand stimmt, kann zu mager sein, um es minutenlang zu halten: Das entscheidet, wer für den Motor einsteht.</translation></message>
<message><source>A new job is compared by</source>
<translation>Ein neuer Auftrag gilt nach</translation></message>
<message><source>A new job needs a name, nothing else.</source>
<translation>Ein neuer Auftrag braucht einen Namen, sonst nichts.</translation></message>
<message><source>A picture to keep</source>
<translation>Ein Bild zum Verwahren</translation></message>
<message><source>A pull burns about %1 ml; the tank lasts for some %2 with a reserve.</source>
<translation>Ein Lauf verbraucht etwa %1 ml; der Tank reicht mit Reserve für etwa %2.</translation></message>
<message><source>A pull file. It says everything of itself.</source>
<translation>Eine Laufdatei. Sie sagt alles über sich selbst.</translation></message>
<message><source>A pull repeats within %1 %</source>
<translation>Ein Lauf wiederholt sich auf %1 %</translation></message>
<message><source>A pull that departs from it says so in Judge.</source>
<translation>Ein Lauf, der davon abweicht, sagt es im Urteil.</translation></message>
<message><source>A question belongs to a job, and none is open. Begin one with its name (Ctrl+N), open one on Jobs (Ctrl+0), or bring in pulls (Ctrl+I).</source>
<translation>Eine Frage gehört zu einem Auftrag, und keiner ist offen. Einen mit seinem Namen beginnen (Strg+N), einen unter Aufträge öffnen (Strg+0) oder Läufe einlesen (Strg+I).</translation></message>
<message><source>A receiver is listened to: see Road (Ctrl+6). Calling a bench leaves it.</source>
<translation>Einem Empfänger wird zugehört: siehe Straße (Strg+6). Einen Prüfstand rufen verlässt ihn.</translation></message>
<message><source>A restore was never tried.</source>
<translation>Eine Rückholung wurde nie probiert.</translation></message>
<message><source>A rule belongs to a job, and none is open. Begin one (Ctrl+N).</source>
<translation>Eine Regel gehört zu einem Auftrag, und keiner ist offen. Einen beginnen (Strg+N).</translation></message>
<message><source>A run begins by itself when the machine has stood for two seconds and goes, and ends when it slows. Nothing is read and nothing pressed while riding.</source>
<translation>Eine Fahrt beginnt von selbst, wenn die Maschine zwei Sekunden stand und losfährt, und endet, wenn sie langsamer wird. Beim Fahren wird nichts gelesen und nichts gedrückt.</translation></message>
<message><source>A run may begin after two seconds at rest.</source>
<translation>Eine Fahrt kann nach zwei Sekunden Ruhe beginnen.</translation></message>
<message><source>A run on the road: %1</source>
<translation>Eine Fahrt auf der Straße: %1</translation></message>
<message><source>A run on the road: its times stand on Road.</source>
<translation>Eine Fahrt auf der Straße: Ihre Zeiten stehen unter Straße.</translation></message>
<message><source>A run repeats within %1 s. To see %2 s ride %3 of each of two setups, base first and last.</source>
<translation>Eine Fahrt wiederholt sich auf %1 s. Um %2 s zu sehen, je %3 mit zwei Aufbauten fahren, Basis zuerst und zuletzt.</translation></message>
<message><source>A run repeats within %1 s: %2 s cannot be seen in a day's riding.</source>
<translation>Eine Fahrt wiederholt sich auf %1 s: %2 s sind an einem Tag nicht zu sehen.</translation></message>
<message><source>A run's power is its mass times what it gathers, and what holds against it: say on "Ride" what the rider weighs, and on the machine's sheet (Ask) what the machine does.</source>
<translation>Die Leistung einer Fahrt ist ihre Masse mal dem, was sie gewinnt, und was dagegenhält: unter „Fahren“ sagen, was der Fahrer wiegt, und auf dem Maschinenblatt (Fragen), was die Maschine.</translation></message>
<message><source>A safety line: tick it, or write why not</source>
<translation>Eine Sicherheitszeile: abhaken oder schreiben, warum nicht</translation></message>
<message><source>A scooter that rides out and back on a road that never existed</source>
<translation>Ein Roller, der hin und zurück fährt, auf einer Straße, die es nie gab</translation></message>
<message><source>A setup belongs to a job, and none is open. Begin one (Ctrl+N), open one on Jobs (Ctrl+0) or bring in pulls (Ctrl+I); the name stays here.</source>
<translation>Ein Aufbau gehört zu einem Auftrag, und keiner ist offen. Einen beginnen (Strg+N), einen unter Aufträge öffnen (Strg+0) oder Läufe einlesen (Strg+I); der Name bleibt hier stehen.</translation></message>
<message><source>A setup that can always be put back, such as an uncut spare: pulled before, between and after, it tells the drift. Judge uses it too.</source>
<translation>Ein Aufbau, der immer zurückkann, etwa ein unberührtes Ersatzteil: davor, dazwischen und danach gefahren verrät er den Gang des Tages. Auch das Urteil nutzt ihn.</translation></message>
<message><source>A stiffer contra spring lifts the speed on the shift and brings it back quicker; a stiffer clutch spring only lifts where it takes hold.</source>
<translation>Eine steifere Gegendruckfeder hebt die Drehzahl beim Schalten und holt sie schneller zurück; eine steifere Kupplungsfeder hebt nur, wo sie greift.</translation></message>
<message><source>A stinger that is too narrow holds the heat in: the piston is what suffers. Go wider first.</source>
<translation>Ein zu enges Endrohr hält die Hitze drin: Es leidet der Kolben. Zuerst weiter werden.</translation></message>
<message><source>A strip's clock starts when a wheel has rolled one foot (30.5 cm) out of its light beam</source>
<translation>Die Uhr einer Rennstrecke startet, wenn ein Rad einen Fuß (30,5 cm) aus der Lichtschranke gerollt ist</translation></message>
<message><source>A sweep needs three setups or more that differ in one part alone, with a number in it: write on Ask what each changes, say a stack from 60 mm to 120 mm.</source>
<translation>Eine Reihe braucht drei oder mehr Aufbauten, die sich in einem Teil allein unterscheiden, mit einer Zahl darin: unter Fragen schreiben, was jeder ändert, etwa einen Trichter von 60 mm auf 120 mm.</translation></message>
<message><source>A tenth of it cost %1.</source>
<translation>Ein Zehntel davon kostete %1.</translation></message>
<message><source>A time, litres, a grade: what is put down on Judge under Readings</source>
<translation>Eine Zeit, Liter, eine Note: was im Urteil unter Ablesungen steht</translation></message>
<message><source>A&amp;dd it</source>
<translation>Hin&amp;zufügen</translation></message>
<message><source>AFR</source>
<translation>AFR</translation></message>
<message><source>Above 85 % nothing is left for a hot day. A rail at %1 kPa, or a larger injector, would do.</source>
<translation>Über 85 % bleibt für einen heißen Tag nichts. %1 kPa im Rohr oder eine größere Düse täten es.</translation></message>
<message><source>Above 85 % nothing is left for a hot day: this injector is too small.</source>
<translation>Über 85 % bleibt für einen heißen Tag nichts: Diese Düse ist zu klein.</translation></message>
<message><source>Above the limit of this job's rules, %1 dB. What counts is a measurement at the place and speed the rule names.</source>
<translation>Über der Grenze der Regeln dieses Auftrags, %1 dB. Es zählt eine Messung an der Stelle und Drehzahl, die die Regel nennt.</translation></message>
<message><source>Above what octane %1 is usually run at (%2): expect detonation at full load. Common practice only; listen, and read plug and piston.</source>
<translation>Über dem, womit ROZ %1 üblich läuft (%2): bei Volllast mit Klopfen rechnen. Nur gängige Praxis; hinhören, Kerze und Kolben lesen.</translation></message>
<message><source>Add a suspect</source>
<translation>Einen Verdacht hinzufügen</translation></message>
<message><source>Added up they would be %1; together they are %2. The %3 between is no more than this test's scatter (give or take %4).</source>
<translation>Zusammengezählt wären es %1; zusammen sind es %2. Die %3 dazwischen sind nicht mehr als die Streuung dieses Versuchs (plus oder minus %4).</translation></message>
<message><source>Address and how to reach it</source>
<translation>Anschrift und wie man sie erreicht</translation></message>
<message><source>Address of the bench</source>
<translation>Adresse des Prüfstands</translation></message>
<message><source>Address of the receiver</source>
<translation>Adresse des Empfängers</translation></message>
<message><source>After a service, a repair, a part put in wrongly: the base is pulled anew, and later pulls are set against the new one. The old one stays.</source>
<translation>Nach Wartung, Reparatur, falsch eingebautem Teil: Die Basis läuft neu, und spätere Läufe werden gegen die neue gestellt. Die alte bleibt.</translation></message>
<message><source>After how many minutes</source>
<translation>Nach wie vielen Minuten</translation></message>
<message><source>After so many hours</source>
<translation>Nach so vielen Stunden</translation></message>
<message><source>After so many kilometres</source>
<translation>Nach so vielen Kilometern</translation></message>
<message><source>Against the beginning: %1.</source>
<translation>Gegen den Anfang: %1.</translation></message>
<message><source>Air %1 kg/m³, like %2 m up</source>
<translation>Luft %1 kg/m³, wie in %2 m Höhe</translation></message>
<message><source>Air [%1]</source>
<translation>Luft [%1]</translation></message>
<message><source>Air and tyres are guessed by what is usual. Four coast-downs, two each way, from high speed with the clutch out until it all but stands, logged and brought in, would measure them.</source>
<translation>Luft und Reifen sind nach dem Üblichen geraten. Vier Ausrollversuche, je zwei hin und zurück, aus hoher Geschwindigkeit mit gezogener Kupplung bis fast zum Stand, aufgezeichnet und eingelesen, würden sie messen.</translation></message>
<message><source>Air and tyres by %1 coast-downs one way, the slope in it: %2 N at %3 %4.</source>
<translation>Luft und Reifen nach %1 Ausrollversuchen in einer Richtung, die Steigung darin: %2 N bei %3 %4.</translation></message>
<message><source>Air and tyres by %1 coast-downs, both ways: %2 N at %3 %4.</source>
<translation>Luft und Reifen nach %1 Ausrollversuchen, hin und zurück: %2 N bei %3 %4.</translation></message>
<message><source>Air temperature</source>
<translation>Lufttemperatur</translation></message>
<message><source>Air: %1.</source>
<translation>Luft: %1.</translation></message>
<message><source>Air: %1. Correction on average ×%2 before and ×%3 after.</source>
<translation>Luft: %1. Korrektur im Mittel ×%2 vorher und ×%3 nachher.</translation></message>
<message><source>All %1 lines before riding are settled</source>
<translation>Alle %1 Zeilen vor der Fahrt sind geklärt</translation></message>
<message><source>All pulls so far are of one setup. Change one thing, pull again, and the difference is judged here.</source>
<translation>Alle Läufe sind bisher von einem Aufbau. Eines ändern, wieder laufen lassen, und der Unterschied wird hier beurteilt.</translation></message>
<message><source>All setups</source>
<translation>Alle Aufbauten</translation></message>
<message><source>Along the engine speeds the best runs from %1 to %2%3; one value is a compromise.</source>
<translation>Über die Drehzahlen läuft das Beste von %1 bis %2%3; ein Wert ist ein Kompromiss.</translation></message>
<message><source>An expansion pipe to scale</source>
<translation>Ein Resonanzauspuff im Maßstab</translation></message>
<message><source>An import was cut off. Everything before it is kept; %1 files were not brought in:</source>
<translation>Ein Einlesen brach ab. Alles davor ist verwahrt; %1 Dateien wurden nicht eingelesen:</translation></message>
<message><source>An import was cut off. Everything before it is kept; 1 file was not brought in:</source>
<translation>Ein Einlesen brach ab. Alles davor ist verwahrt; 1 Datei wurde nicht eingelesen:</translation></message>
<message><source>An intake to scale</source>
<translation>Ein Einlass im Maßstab</translation></message>
<message><source>Another &amp;job</source>
<translation>Anderer &amp;Auftrag</translation></message>
<message><source>Another mark to time</source>
<translation>Noch eine Marke zum Stoppen</translation></message>
<message><source>Another name</source>
<translation>Anderer Name</translation></message>
<message><source>Answer</source>
<translation>Antwort</translation></message>
<message><source>Arrow keys change it: %1</source>
<translation>Pfeiltasten ändern es: %1</translation></message>
<message><source>Arrow keys on the day strip go from pull to pull; point at the chart to read it.</source>
<translation>Pfeiltasten auf dem Tagesstreifen gehen von Lauf zu Lauf; auf das Diagramm zeigen, um es zu lesen.</translation></message>
<message><source>As calibrated until %1: %2.</source>
<translation>Wie kalibriert bis %1: %2.</translation></message>
<message><source>As in an &amp;earlier job</source>
<translation>Wie in einem frü&amp;heren Auftrag</translation></message>
<message><source>As it &amp;is</source>
<translation>Wie sie &amp;ist</translation></message>
<message><source>As it says of itself; never calibrated until %1.</source>
<translation>Wie er von sich sagt; nie kalibriert bis %1.</translation></message>
<message><source>As it was when?</source>
<translation>Von wann?</translation></message>
<message><source>As many as were ridden show %1 s.</source>
<translation>So viele, wie gefahren wurden, zeigen %1 s.</translation></message>
<message><source>As near as one comes</source>
<translation>So nah man herankommt</translation></message>
<message><source>Ask</source>
<translation>Fragen</translation></message>
<message><source>Asked for: %1.</source>
<translation>Gewünscht: %1.</translation></message>
<message><source>At %1 % throttle: %2. One groove of the needle is about %3 % of the fuel in its range, a turn of the screw about %4 % in its own.</source>
<translation>Bei %1 % Gas: %2. Eine Nadelkerbe ist etwa %3 % des Kraftstoffs in ihrem Bereich, eine Schraubenumdrehung etwa %4 % in ihrem.</translation></message>
<message><source>At %1 rpm the engine asks for %2 m³/h (%3 to %4): %5 m/s through %6 mm in the mean, about %9 while it is open; Reynolds number %7, %8.</source>
<translation>Bei %1 rpm verlangt der Motor %2 m³/h (%3 bis %4): %5 m/s durch %6 mm im Mittel, etwa %9 solange offen; Reynoldszahl %7, %8.</translation></message>
<message><source>At %1 rpm: piston %2 m/s in the mean, %3 kN at the pin.</source>
<translation>Bei %1 rpm: Kolben %2 m/s im Mittel, %3 kN am Bolzen.</translation></message>
<message><source>At %1 rpm: time-area of blowdown %2, transfers %3%4 (in 10⁻⁴ s/m).</source>
<translation>Bei %1 rpm: Zeitquerschnitt Vorauslass %2, Überströmer %3%4 (in 10⁻⁴ s/m).</translation></message>
<message><source>At least</source>
<translation>Mindestens</translation></message>
<message><source>At most</source>
<translation>Höchstens</translation></message>
<message><source>At this speed</source>
<translation>Bei dieser Drehzahl</translation></message>
<message><source>At which engine speed</source>
<translation>Bei welcher Drehzahl</translation></message>
<message><source>At which speed</source>
<translation>Bei welcher Drehzahl</translation></message>
<message><source>Average, median or best of the pulls; calls always use the average (M)</source>
<translation>Mittel, Median oder Bestes der Läufe; das Urteil nimmt immer das Mittel (M)</translation></message>
<message><source>Band</source>
<translation>Bereich</translation></message>
<message><source>Band mean %1, %2 % against the mean of %3.</source>
<translation>Mittel im Bereich %1, %2 % gegen das Mittel von %3.</translation></message>
<message><source>Band mean %1. Kept, and not counted.</source>
<translation>Mittel im Bereich %1. Verwahrt und nicht gezählt.</translation></message>
<message><source>Band mean %1. The first of its kind; the next will show how well it repeats.</source>
<translation>Mittel im Bereich %1. Der erste seiner Art; der nächste zeigt, wie gut er sich wiederholt.</translation></message>
<message><source>Barometer</source>
<translation>Barometer</translation></message>
<message><source>Base</source>
<translation>Basis</translation></message>
<message><source>Base again  (B)</source>
<translation>Basis neu  (B)</translation></message>
<message><source>Base again after pull %1: %2. Click to choose which base is judged.</source>
<translation>Basis neu nach Lauf %1: %2. Anklicken, um zu wählen, welche Basis beurteilt wird.</translation></message>
<message><source>Base again from the next pull, because…</source>
<translation>Basis neu ab dem nächsten Lauf, weil…</translation></message>
<message><source>Base again, because…</source>
<translation>Basis neu, weil…</translation></message>
<message><source>Base setup</source>
<translation>Aufbau der Basis</translation></message>
<message><source>Before</source>
<translation>Vorher</translation></message>
<message><source>Before every pull: nobody beside or behind the roller or in line with chain, belt or shaft; tyre and straps sound; guards on; exhaust extracted and carbon monoxide watched; ears and eyes covered; extinguisher and kill switch in reach. The bench maker's instructions, local rules and licensed practice come first.</source>
<translation>Vor jedem Lauf: niemand neben oder hinter der Rolle oder in Flucht mit Kette, Riemen oder Welle; Reifen und Gurte in Ordnung; Schutz angebracht; Abgas abgesaugt und Kohlenmonoxid überwacht; Ohren und Augen geschützt; Löscher und Notschalter in Reichweite. Die Anleitung des Prüfstandherstellers, die Regeln vor Ort und Fachbetriebe gehen vor.</translation></message>
<message><source>Before you pull: %1. Settle it on Ready (Ctrl+2), or write there why not.</source>
<translation>Vor dem Lauf: %1. Unter Bereit (Strg+2) erledigen oder dort schreiben, warum nicht.</translation></message>
<message><source>Before you pull: %1. The walk-round then stands on Ready (Ctrl+2).</source>
<translation>Vor dem Lauf: %1. Der Rundgang steht dann unter Bereit (Strg+2).</translation></message>
<message><source>Begin a job: Ctrl+N, and give it a name.</source>
<translation>Einen Auftrag beginnen: Strg+N, und ihm einen Namen geben.</translation></message>
<message><source>Belt</source>
<translation>Riemen</translation></message>
<message><source>Bench &amp;repeats within</source>
<translation>P&amp;rüfstand wiederholt sich auf</translation></message>
<message><source>Bench against track</source>
<translation>Prüfstand gegen Strecke</translation></message>
<message><source>Bench and track</source>
<translation>Prüfstand und Strecke</translation></message>
<message><source>Bench day %1</source>
<translation>Prüfstandtag %1</translation></message>
<message><source>Bench, m above sea</source>
<translation>Prüfstand, m über dem Meer</translation></message>
<message><source>Beside it, %1: %2 %4 before, %3 %4 with it.</source>
<translation>Daneben, %1: %2 %4 davor, %3 %4 damit.</translation></message>
<message><source>Best near %1</source>
<translation>Am besten nahe %1</translation></message>
<message><source>Best near %1%2</source>
<translation>Am besten nahe %1%2</translation></message>
<message><source>Blowdown %1°</source>
<translation>Vorauslass %1°</translation></message>
<message><source>Brake arm [m]</source>
<translation>Bremsarm [m]</translation></message>
<message><source>Bring back</source>
<translation>Zurückholen</translation></message>
<message><source>Bring back from a copy…</source>
<translation>Aus einer Kopie zurückholen…</translation></message>
<message><source>Bring in %1 pulls</source>
<translation>%1 Läufe einlesen</translation></message>
<message><source>Bring in 1 pull</source>
<translation>1 Lauf einlesen</translation></message>
<message><source>Bring in by hand: %1</source>
<translation>Von Hand einzulesen: %1</translation></message>
<message><source>Bring in pulls</source>
<translation>Läufe einlesen</translation></message>
<message><source>Bring in pulls…  (Ctrl+I)</source>
<translation>Läufe einlesen…  (Strg+I)</translation></message>
<message><source>Bring them in.</source>
<translation>Einlesen.</translation></message>
<message><source>Bringing the records back…</source>
<translation>Die Aufzeichnungen werden zurückgeholt…</translation></message>
<message><source>By %1 graded runs this machine needs %2 of the model's seconds: what driveline, tyre and wind lose.</source>
<translation>Nach %1 bewerteten Fahrten braucht diese Maschine %2 der Modellsekunden: was Antrieb, Reifen und Wind kosten.</translation></message>
<message><source>By eye</source>
<translation>Mit dem Auge</translation></message>
<message><source>By sound: two ticks, ready. One high, it runs. High and low, it is over. Three rising, kept. Twice low, not kept.</source>
<translation>Nach Gehör: zweimal Ticken, bereit. Einmal hoch, es läuft. Hoch und tief, vorbei. Drei steigende, verwahrt. Zweimal tief, nicht verwahrt.</translation></message>
<message><source>By the pulls %1 changed the bottom by %2 and the top by %3; they meet at %4 rpm.</source>
<translation>Nach den Läufen änderte %1 unten um %2 und oben um %3; sie treffen sich bei %4 rpm.</translation></message>
<message><source>By the rule of the root, and up to 0.7 as is often seen: three sets of weights run fit it. A spring gives about half of what holds the weights back. Common practice.</source>
<translation>Nach der Wurzelregel, und bis 0,7, wie man es oft sieht: Drei gefahrene Gewichtssätze passen es an. Eine Feder gibt etwa die Hälfte dessen, was die Gewichte zurückhält. Gängige Praxis.</translation></message>
<message><source>By the rule of the root, and up to an exponent of 1.2 as is seen: three runs of your own fit it.</source>
<translation>Nach der Wurzelregel, und bis zu einem Exponenten von 1,2, wie man es sieht: Drei eigene Läufe passen ihn an.</translation></message>
<message><source>By the time to %1; each step against the one before it; the margins hold for all steps together.</source>
<translation>Nach der Zeit bis %1; jede Stufe gegen die davor; die Spannen gelten für alle Stufen zusammen.</translation></message>
<message><source>By this machine's own pulls fuel goes with the number to the power %1.</source>
<translation>Nach eigenen Läufen dieser Maschine geht der Kraftstoff mit der Nummer hoch %1.</translation></message>
<message><source>By this machine's own runs: exponent %1 (the rule of the root says 0.50).</source>
<translation>Nach eigenen Fahrten dieser Maschine: Exponent %1 (die Wurzelregel sagt 0,50).</translation></message>
<message><source>By this machine's own runs: exponent %1.</source>
<translation>Nach eigenen Fahrten dieser Maschine: Exponent %1.</translation></message>
<message><source>Calibrations, newest first</source>
<translation>Kalibrierungen, neueste zuerst</translation></message>
<message><source>Call a bench: “Or try a simulated one” on the right of Pull.</source>
<translation>Einen Prüfstand rufen: „Oder einen simulierten probieren“ rechts unter Lauf.</translation></message>
<message><source>Call one on the right, or try a simulated one. Nothing needs a real bench to try.</source>
<translation>Rechts einen rufen oder einen simulierten probieren. Zum Probieren braucht es keinen echten.</translation></message>
<message><source>Cam</source>
<translation>Nocken</translation></message>
<message><source>Came for it: %1.</source>
<translation>Kam dafür: %1.</translation></message>
<message><source>Came with %1: %2, was %3.</source>
<translation>Kam mit %1: %2, war %3.</translation></message>
<message><source>Cancel</source>
<translation>Abbrechen</translation></message>
<message><source>Carburettor</source>
<translation>Vergaser</translation></message>
<message><source>Caught before the power went</source>
<translation>Gefangen, bevor der Strom ging</translation></message>
<message><source>Caught before the program ended, and kept in its job now: %1</source>
<translation>Aufgefangen, bevor das Programm endete, und jetzt in seinem Auftrag verwahrt: %1</translation></message>
<message><source>Caught before the program last ended badly, and not yet in a job:</source>
<translation>Gefangen, bevor das Programm zuletzt schlecht endete, und noch in keinem Auftrag:</translation></message>
<message><source>Cautions that are left off this paper: %1. Ask for them.</source>
<translation>Hinweise, die auf diesem Blatt fehlen: %1. Fragen Sie danach.</translation></message>
<message><source>Chamber %1 cm³ over %2 cm³ swept. 0.1 mm off head or gasket adds %3.</source>
<translation>Brennraum %1 cm³ über %2 cm³ Hubraum. 0,1 mm von Kopf oder Dichtung bringen %3.</translation></message>
<message><source>Changed on its sheet while it was here:</source>
<translation>Auf ihrem Blatt geändert, während sie hier war:</translation></message>
<message><source>Changed setup</source>
<translation>Geänderter Aufbau</translation></message>
<message><source>Changed: %1.</source>
<translation>Geändert: %1.</translation></message>
<message><source>Changes of the chosen setup</source>
<translation>Änderungen des gewählten Aufbaus</translation></message>
<message><source>Chapters</source>
<translation>Kapitel</translation></message>
<message><source>Choose the other setup on the right of Pull, and pull it three times.</source>
<translation>Rechts unter Lauf den anderen Aufbau wählen und dreimal laufen lassen.</translation></message>
<message><source>Choose what the sheet tells, and print it or keep it as handed over.</source>
<translation>Wählen, was das Blatt erzählt, und es drucken oder als übergeben verwahren.</translation></message>
<message><source>Claims</source>
<translation>Behauptungen</translation></message>
<message><source>Clear what is looked for</source>
<translation>Die Suche leeren</translation></message>
<message><source>Clearances on &amp;Ready</source>
<translation>Freigänge zu &amp;Bereit</translation></message>
<message><source>Click a plan, or use the arrow keys. Blocks are runs of pulls, gaps are swaps, all to one scale.</source>
<translation>Einen Plan anklicken oder die Pfeiltasten nehmen. Blöcke sind Folgen von Läufen, Lücken sind Wechsel, alle im selben Maßstab.</translation></message>
<message><source>Clutch in: %1 of %2 rad/s, %3 % of the way, %4 s. Until it stands; E ends it.</source>
<translation>Kupplung ziehen: %1 von %2 rad/s, %3 % des Wegs, %4 s. Bis sie steht; E beendet es.</translation></message>
<message><source>Coasting</source>
<translation>Rollt aus</translation></message>
<message><source>Column</source>
<translation>Spalte</translation></message>
<message><source>Columns of a bench that prints bare numbers</source>
<translation>Spalten eines Prüfstands, der nackte Zahlen schreibt</translation></message>
<message><source>Columns of mixture, exhaust temperature and manifold pressure, one a cylinder, and of fuel and air flow are looked at here.</source>
<translation>Spalten von Gemisch, Auspufftemperatur und Saugrohrdruck, je Zylinder eine, und von Kraftstoff- und Luftdurchfluss werden hier angesehen.</translation></message>
<message><source>Common practice; the engine maker's figures come first. More pressure than theirs pushes seals out. Nothing hot, no flame: there is fuel in the joint.</source>
<translation>Gängige Praxis; die Zahlen des Motorherstellers gehen vor. Mehr Druck als sie sagen drückt Dichtringe heraus. Nichts Heißes, keine Flamme: Im Stoß ist Kraftstoff.</translation></message>
<message><source>Complained of: %1.</source>
<translation>Beklagt: %1.</translation></message>
<message><source>Compression %1 : 1</source>
<translation>Verdichtung %1 : 1</translation></message>
<message><source>Compression %1 : 1 full, %2 : 1 trapped. Crankcase %3 : 1.</source>
<translation>Verdichtung %1 : 1 voll, %2 : 1 gefangen. Kurbelkasten %3 : 1.</translation></message>
<message><source>Connecting</source>
<translation>Verbindet</translation></message>
<message><source>Contrast</source>
<translation>Kontrast</translation></message>
<message><source>Cool&amp;ant</source>
<translation>Kühlmi&amp;ttel</translation></message>
<message><source>Coolant %1; pulls count from %2.</source>
<translation>Kühlmittel %1; Läufe zählen ab %2.</translation></message>
<message><source>Coolant %1; wait until it is under %2.</source>
<translation>Kühlmittel %1; warten, bis es unter %2 ist.</translation></message>
<message><source>Coolant to</source>
<translation>Kühlmittel bis</translation></message>
<message><source>Copied and read back: %1</source>
<translation>Kopiert und zurückgelesen: %1</translation></message>
<message><source>Copy a machine's sheet</source>
<translation>Ein Maschinenblatt kopieren</translation></message>
<message><source>Copy a map or another file into the archive; or drop one here</source>
<translation>Ein Kennfeld oder eine andere Datei ins Archiv kopieren; oder hier fallen lassen</translation></message>
<message><source>Copy a picture into the archive; or drop one here</source>
<translation>Ein Bild ins Archiv kopieren; oder hier fallen lassen</translation></message>
<message><source>Copy to another &amp;place…</source>
<translation>An einen anderen Or&amp;t kopieren…</translation></message>
<message><source>Copying, %1 of %2 files looked at.</source>
<translation>Kopiert, %1 von %2 Dateien angesehen.</translation></message>
<message><source>Copying…</source>
<translation>Kopiert…</translation></message>
<message><source>Correction standard</source>
<translation>Korrekturnorm</translation></message>
<message><source>Correction standard, always for both sides (Alt+S)</source>
<translation>Korrekturnorm, immer für beide Seiten (Alt+S)</translation></message>
<message><source>Count %1 &amp;earlier jobs (%2)</source>
<translation>%1 frühere Auf&amp;träge zählen (%2)</translation></message>
<message><source>Count &amp;earlier jobs</source>
<translation>Frühere Auf&amp;träge zählen</translation></message>
<message><source>Count 1 &amp;earlier job (%2)</source>
<translation>1 früheren Auf&amp;trag zählen (%2)</translation></message>
<message><source>Count fuel and cool-down stops as well</source>
<translation>Auch Tank- und Abkühlpausen zählen</translation></message>
<message><source>Count it all the same</source>
<translation>Trotzdem zählen</translation></message>
<message><source>Count this pull again</source>
<translation>Diesen Lauf wieder zählen</translation></message>
<message><source>Crankcase</source>
<translation>Kurbelkasten</translation></message>
<message><source>Cross</source>
<translation>Kreuz</translation></message>
<message><source>Curves</source>
<translation>Kurven</translation></message>
<message><source>Customer</source>
<translation>Kunde</translation></message>
<message><source>Cylinder</source>
<translation>Zylinder</translation></message>
<message><source>Day or night</source>
<translation>Tag oder Nacht</translation></message>
<message><source>Day or night (F9)</source>
<translation>Tag oder Nacht (F9)</translation></message>
<message><source>Day strip: the pulls of this job in order</source>
<translation>Tagesstreifen: die Läufe dieses Auftrags in ihrer Reihe</translation></message>
<message><source>Departed from the plan:</source>
<translation>Vom Plan abgewichen:</translation></message>
<message><source>Departures so far</source>
<translation>Bisherige Abweichungen</translation></message>
<message><source>Desk</source>
<translation>Tisch</translation></message>
<message><source>Detail</source>
<translation>Auflösung</translation></message>
<message><source>Detail: features narrower than this cannot be seen; the same for every pull. Below: what curves run over (Alt+D)</source>
<translation>Auflösung: Schmaleres als dies ist nicht zu sehen; für alle Läufe gleich. Darunter: worüber die Kurven laufen (Alt+D)</translation></message>
<message><source>Difference</source>
<translation>Unterschied</translation></message>
<message><source>Different on its sheet from when it left:</source>
<translation>Auf ihrem Blatt anders als beim letzten Abschied:</translation></message>
<message><source>Distance run</source>
<translation>Gelaufene Strecke</translation></message>
<message><source>Does</source>
<translation>Ist</translation></message>
<message><source>Done</source>
<translation>Fertig</translation></message>
<message><source>Drag the point, or use the arrow keys, to see what more or fewer pulls can show.</source>
<translation>Den Punkt ziehen oder die Pfeiltasten nehmen, um zu sehen, was mehr oder weniger Läufe zeigen.</translation></message>
<message><source>Drag the two grips to judge a working band only; double click for the whole range.
Keyboard: arrows move a grip, up and down change grip, Home clears.</source>
<translation>Die zwei Griffe ziehen, um nur einen Arbeitsbereich zu beurteilen; Doppelklick für den ganzen.
Tastatur: Pfeile bewegen einen Griff, auf und ab wechseln ihn, Pos1 löscht.</translation></message>
<message><source>Driveline</source>
<translation>Antriebsstrang</translation></message>
<message><source>E&amp;ngine speed</source>
<translation>&amp;Drehzahl</translation></message>
<message><source>E&amp;xhaust</source>
<translation>Au&amp;spuff</translation></message>
<message><source>Each effect over engine speed with its band</source>
<translation>Jede Wirkung über der Drehzahl mit ihrem Band</translation></message>
<message><source>Each square holds what was seen there with that setup. The eye shows what a curve does not: a wash that moves, a plug that whitens, debris. It is no measurement, and no margin goes with it.</source>
<translation>Jedes Feld hält, was dort mit diesem Aufbau zu sehen war. Das Auge zeigt, was eine Kurve nicht zeigt: eine wandernde Spur, eine Kerze, die weiß wird, Abrieb. Es ist keine Messung, und keine Spanne gehört dazu.</translation></message>
<message><source>Each step against the one before it. The margins hold for all steps together.</source>
<translation>Jede Stufe gegen die davor. Die Spannen gelten für alle Stufen zusammen.</translation></message>
<message><source>Earlier hunts on this model</source>
<translation>Frühere Suchen an diesem Modell</translation></message>
<message><source>Effects, high against low over all cells, their margins holding together:</source>
<translation>Wirkungen, hoch gegen niedrig über alle Felder, ihre Spannen gelten zusammen:</translation></message>
<message><source>Engine per roller rev</source>
<translation>Motor je Rollenumdrehung</translation></message>
<message><source>Engine speed of both setups over road speed</source>
<translation>Drehzahl beider Aufbauten über der Fahrgeschwindigkeit</translation></message>
<message><source>Engine speed over road speed</source>
<translation>Drehzahl über der Fahrgeschwindigkeit</translation></message>
<message><source>Enter leads there; nothing is pressed for you. On the right stands its key for the next time.</source>
<translation>Eingabe führt hin; nichts wird für Sie gedrückt. Rechts steht die Taste für das nächste Mal.</translation></message>
<message><source>Every pull from now on carries the reason.</source>
<translation>Jeder Lauf trägt von nun an den Grund.</translation></message>
<message><source>Every pull in order against its own setup, with limits and drift</source>
<translation>Jeder Lauf in seiner Reihe gegen seinen eigenen Aufbau, mit Grenzen und Drift</translation></message>
<message><source>Every pull stands here in its order, against its own setup.</source>
<translation>Hier steht jeder Lauf in seiner Reihe, gegen seinen eigenen Aufbau.</translation></message>
<message><source>Everything as the machine's sheet, its setup and its pulls have it again</source>
<translation>Alles wieder, wie Maschinenblatt, Aufbau und Läufe es haben</translation></message>
<message><source>Everything is back on.</source>
<translation>Alles ist wieder dran.</translation></message>
<message><source>Exhaust</source>
<translation>Auslass</translation></message>
<message><source>Exhaust chord %1 mm, %2 % of the bore.</source>
<translation>Auslasssehne %1 mm, %2 % der Bohrung.</translation></message>
<message><source>Exhaust open %1°, transfers %2°%3.</source>
<translation>Auslass %1° offen, Überströmer %2°%3.</translation></message>
<message><source>Expected: held at %1 rpm (%2 to %3)</source>
<translation>Erwartet: gehalten bei %1 rpm (%2 bis %3)</translation></message>
<message><source>F = P / v: shift where P(n) = P(n · i₂ / i₁): %1 rpm · %2 / %3 = %4 rpm. Any text on vehicle dynamics.</source>
<translation>F = P / v: schalten, wo P(n) = P(n · i₂ / i₁): %1 rpm · %2 / %3 = %4 rpm. Jedes Buch über Fahrdynamik.</translation></message>
<message><source>F&amp;rom</source>
<translation>&amp;Von</translation></message>
<message><source>Fault hunt</source>
<translation>Fehlersuche</translation></message>
<message><source>Figure</source>
<translation>Rechnen</translation></message>
<message><source>Figures at the cursor</source>
<translation>Zahlen am Zeiger</translation></message>
<message><source>Files</source>
<translation>Dateien</translation></message>
<message><source>Files, the line to the bench and the command line's JSON keep their own units.</source>
<translation>Dateien, die Leitung zum Prüfstand und das JSON der Befehlszeile behalten ihre eigenen Einheiten.</translation></message>
<message><source>Filter by the handbook rule: %1 cm² of pleated panel; there is %2 cm², which loses %3 when clean.</source>
<translation>Filter nach der Handbuchregel: %1 cm² gefaltete Fläche; da sind %2 cm², die sauber %3 verlieren.</translation></message>
<message><source>Find a place, a button or a chapter (Ctrl+K); F1 is the manual</source>
<translation>Einen Ort, einen Knopf oder ein Kapitel finden (Strg+K); F1 ist das Handbuch</translation></message>
<message><source>Find anything</source>
<translation>Alles finden</translation></message>
<message><source>Find jobs</source>
<translation>Aufträge suchen</translation></message>
<message><source>First day, %1 of %2: %3</source>
<translation>Erster Tag, %1 von %2: %3</translation></message>
<message><source>Fit to run</source>
<translation>Lauffähig</translation></message>
<message><source>Fit to run: all of it was looked at.</source>
<translation>Lauffähig: alles wurde angesehen.</translation></message>
<message><source>Fit to run? %1 of %2 looked at.</source>
<translation>Lauffähig? %1 von %2 angesehen.</translation></message>
<message><source>Flagged %1: pull %2.</source>
<translation>Vermerk %1: Lauf %2.</translation></message>
<message><source>For</source>
<translation>Für</translation></message>
<message><source>For %1 : 1 in today's air. Left at %2 the mixture would be %3 : 1 (λ %4).</source>
<translation>Für %1 : 1 in der heutigen Luft. Bei %2 belassen wäre das Gemisch %3 : 1 (λ %4).</translation></message>
<message><source>For %1 rpm the middle of the baffle belongs %2 from the piston; it stands at %3 mm. 10 mm shorter is about %4 rpm more.</source>
<translation>Für %1 rpm gehört die Mitte des Gegenkonus %2 vom Kolben; sie steht bei %3 mm. 10 mm kürzer sind etwa %4 rpm mehr.</translation></message>
<message><source>For someone without a bench this stands in for one, with this margin; it is never mixed with one.</source>
<translation>Für jemanden ohne Prüfstand steht dies an seiner Stelle, mit dieser Spanne; es wird nie mit einem vermischt.</translation></message>
<message><source>For the middle of the band: %1 g.</source>
<translation>Für die Mitte des Bands: %1 g.</translation></message>
<message><source>For the two setups and the band of the question above</source>
<translation>Für die beiden Aufbauten und den Bereich der Frage oben</translation></message>
<message><source>For this setup</source>
<translation>Für diesen Aufbau</translation></message>
<message><source>Found: %1</source>
<translation>Gefunden: %1</translation></message>
<message><source>From</source>
<translation>Von</translation></message>
<message><source>From a logged &amp;ride…</source>
<translation>Aus einer aufgezeichneten &amp;Fahrt…</translation></message>
<message><source>From this speed</source>
<translation>Ab dieser Drehzahl</translation></message>
<message><source>Fuel in the tank</source>
<translation>Kraftstoff im Tank</translation></message>
<message><source>Fuel: %1 l</source>
<translation>Kraftstoff: %1 l</translation></message>
<message><source>Fuel: %1 l.</source>
<translation>Kraftstoff: %1 l.</translation></message>
<message><source>Fuel: full, the tank's size is not known</source>
<translation>Kraftstoff: voll, die Tankgröße ist nicht bekannt</translation></message>
<message><source>Fuel: not known. Measure it on Ready, or say that it is full.</source>
<translation>Kraftstoff: nicht bekannt. Unter Bereit messen oder sagen, dass er voll ist.</translation></message>
<message><source>Full throttle from %1 rpm.</source>
<translation>Vollgas ab %1 rpm.</translation></message>
<message><source>Gain guessed, mean of the band</source>
<translation>Geratener Gewinn, Mittel des Bereichs</translation></message>
<message><source>Gain over engine speed with its margin</source>
<translation>Gewinn über der Drehzahl mit seiner Spanne</translation></message>
<message><source>Gain over the setup it comes from: power in the band by the bench, time to %1 by the track</source>
<translation>Gewinn gegen den Aufbau, von dem er kommt: Leistung im Bereich nach dem Prüfstand, Zeit bis %1 nach der Strecke</translation></message>
<message><source>Gain that would matter</source>
<translation>Gewinn, der zählen würde</translation></message>
<message><source>Gains as people quote them:</source>
<translation>Gewinne, wie sie genannt werden:</translation></message>
<message><source>Gasket and deck leave %1 mm between flat faces: a stretched rod needs some 0.8.</source>
<translation>Dichtung und Rand lassen %1 mm zwischen ebenen Flächen: Ein gerecktes Pleuel braucht etwa 0,8.</translation></message>
<message><source>Gauges</source>
<translation>Messwerte</translation></message>
<message><source>Gears</source>
<translation>Gänge</translation></message>
<message><source>Give it back…</source>
<translation>Wieder herausgeben…</translation></message>
<message><source>Give out again, as it was handed over</source>
<translation>Wieder herausgeben, wie es übergeben wurde</translation></message>
<message><source>Go back to the first setup for one pull: without that, drift cannot be told from the part.</source>
<translation>Für einen Lauf zum ersten Aufbau zurück: Ohne das ist Drift nicht vom Teil zu trennen.</translation></message>
<message><source>Go through the walk-round: tick the safety lines, or write why not.</source>
<translation>Durch den Rundgang gehen: die Sicherheitszeilen abhaken oder schreiben, warum nicht.</translation></message>
<message><source>Go when you like: %1.</source>
<translation>Fahren, wann Sie wollen: %1.</translation></message>
<message><source>Guards</source>
<translation>Grenzen</translation></message>
<message><source>Guards: mixture, exhaust and coolant</source>
<translation>Grenzen: Gemisch, Abgas und Kühlmittel</translation></message>
<message><source>Had run %1 h.</source>
<translation>War %1 h gelaufen.</translation></message>
<message><source>Had run %1 km.</source>
<translation>War %1 km gelaufen.</translation></message>
<message><source>Hand over</source>
<translation>Übergabe</translation></message>
<message><source>Handed over on %1</source>
<translation>Übergeben am %1</translation></message>
<message><source>Hang known weights at the arm's mark, lightest first, and write down what the cell reads. None at all counts as one.</source>
<translation>Bekannte Gewichte an die Marke des Arms hängen, das leichteste zuerst, und aufschreiben, was die Dose liest. Gar keins zählt auch.</translation></message>
<message><source>Height of the bench [m]</source>
<translation>Höhe des Prüfstands [m]</translation></message>
<message><source>Hold at these speeds, rpm</source>
<translation>Bei diesen Drehzahlen halten, rpm</translation></message>
<message><source>Hold every gear to the limiter</source>
<translation>Jeden Gang bis zum Begrenzer</translation></message>
<message><source>Hold it open to %1 rpm.</source>
<translation>Offen halten bis %1 rpm.</translation></message>
<message><source>Hours quoted</source>
<translation>Stunden laut Angebot</translation></message>
<message><source>Hours run</source>
<translation>Gelaufene Stunden</translation></message>
<message><source>Hours spent on the file</source>
<translation>Stunden an der Datei</translation></message>
<message><source>Hours used</source>
<translation>Verbrauchte Stunden</translation></message>
<message><source>How a pull is run</source>
<translation>Wie ein Lauf gefahren wird</translation></message>
<message><source>How far the copy is</source>
<translation>Wie weit die Kopie ist</translation></message>
<message><source>How far the round is</source>
<translation>Wie weit die Runde ist</translation></message>
<message><source>How long each engine speed was used, from a log with time and engine speed</source>
<translation>Wie lange jede Drehzahl gefahren wurde, aus einem Log mit Zeit und Drehzahl</translation></message>
<message><source>How much</source>
<translation>Wie viel</translation></message>
<message><source>How much each engine speed is used; draw it, or walk with left and right and change it with up and down</source>
<translation>Wie viel jede Drehzahl genutzt wird; zeichnen, oder mit links und rechts gehen und mit auf und ab ändern</translation></message>
<message><source>How much was added</source>
<translation>Wie viel dazukam</translation></message>
<message><source>How safe the records are</source>
<translation>Wie sicher die Aufzeichnungen sind</translation></message>
<message><source>How the machine is used</source>
<translation>Wie die Maschine genutzt wird</translation></message>
<message><source>How this bench repeated in jobs that were over before this one began counts beside what these pulls show, as eight degrees of freedom at most.</source>
<translation>Wie sich dieser Prüfstand in Aufträgen wiederholte, die vor diesem endeten, zählt neben dem, was diese Läufe zeigen, höchstens als acht Freiheitsgrade.</translation></message>
<message><source>How was this found?</source>
<translation>Wie wurde das gefunden?</translation></message>
<message><source>Humidity</source>
<translation>Feuchte</translation></message>
<message><source>Humidity [%]</source>
<translation>Feuchte [%]</translation></message>
<message><source>I have seen this</source>
<translation>Ich habe das gesehen</translation></message>
<message><source>In its runs on the road the engine was in that band for %1 % of the time.</source>
<translation>Auf der Straße war der Motor %1 % der Zeit in diesem Band.</translation></message>
<message><source>In the archive's other jobs %1 flow figures stand beside pulls: %2 to %3 of the flow became power, %4 in the mean.</source>
<translation>In den anderen Aufträgen des Archivs stehen %1 Durchflusszahlen neben Läufen: %2 bis %3 davon wurden Leistung, %4 im Mittel.</translation></message>
<message><source>In the archive's other jobs one flow figure stands beside pulls: %1 of that flow became power.</source>
<translation>In den anderen Aufträgen des Archivs steht eine Durchflusszahl neben Läufen: %1 davon wurde Leistung.</translation></message>
<message><source>In the pulls of %1 the engine was in that band over %2 % of the road speeds.</source>
<translation>In den Läufen von %1 war der Motor über %2 % der Fahrgeschwindigkeiten in diesem Band.</translation></message>
<message><source>In this air %1 reads %2 % above %3. Before and after are always set against each other in one of them.</source>
<translation>In dieser Luft liest %1 %2 % über %3. Vorher und nachher werden immer in derselben verglichen.</translation></message>
<message><source>Injector open %1 % of the time</source>
<translation>Düse %1 % der Zeit offen</translation></message>
<message><source>Inside its window nearly all the time</source>
<translation>Fast die ganze Zeit in seinem Fenster</translation></message>
<message><source>Intake</source>
<translation>Einlass</translation></message>
<message><source>Intake air %1; this sitting's window is %2 to %3.</source>
<translation>Ansaugluft %1; das Fenster dieser Sitzung ist %2 bis %3.</translation></message>
<message><source>Intake air to</source>
<translation>Ansaugluft bis</translation></message>
<message><source>Intake joints</source>
<translation>Ansaugstöße</translation></message>
<message><source>Intake opens %1° before top and closes %2° after bottom; exhaust opens %3° before bottom and closes %4° after top; at %5 mm.</source>
<translation>Einlass öffnet %1° vor OT und schließt %2° nach UT; Auslass öffnet %3° vor UT und schließt %4° nach OT; bei %5 mm.</translation></message>
<message><source>Intake out of its window</source>
<translation>Ansaugluft außerhalb</translation></message>
<message><source>It &amp;reads</source>
<translation>Es &amp;liest</translation></message>
<message><source>It belongs here, because…</source>
<translation>Gehört hierher, weil…</translation></message>
<message><source>It belongs here…</source>
<translation>Gehört hierher…</translation></message>
<message><source>It came as it left: nothing on its sheet is different.</source>
<translation>Sie kam, wie sie ging: Auf ihrem Blatt ist nichts anders.</translation></message>
<message><source>It came out at %1 % (%2 to %3).</source>
<translation>Heraus kamen %1 % (%2 bis %3).</translation></message>
<message><source>It came with %1 and goes with %2</source>
<translation>Sie kam mit %1 und geht mit %2</translation></message>
<message><source>It changed %1.</source>
<translation>Geändert wurde %1.</translation></message>
<message><source>It does not know how the temperature falls along the pipe, what the gas leaves in it, or how the cones share the wave; a probe in the pipe and your own pulls narrow it.</source>
<translation>Weiß nicht, wie die Temperatur entlang des Auspuffs fällt, was das Gas darin lässt oder wie die Konen die Welle teilen; ein Fühler im Auspuff und eigene Läufe engen es ein.</translation></message>
<message><source>It does not know the shape of the chamber, the heat or the advance; two engines of one ratio do not knock alike. A warm squish reading by solder is worth more than a sum of parts.</source>
<translation>Kennt weder die Form des Brennraums noch Hitze noch Vorzündung; zwei Motoren mit einem Verhältnis klopfen nicht gleich. Ein warmes Quetschmaß mit Lötzinn ist mehr wert als eine Summe aus Teilen.</translation></message>
<message><source>It does not reach the end of the stretch; its top is near %1.</source>
<translation>Das Ende der Strecke wird nicht erreicht; Schluss ist nahe %1.</translation></message>
<message><source>It is &amp;off</source>
<translation>Es ist &amp;ab</translation></message>
<message><source>It is at the edge of what was tried: the true best may lie beyond.</source>
<translation>Es liegt am Rand des Versuchten: Das wahre Beste kann dahinter liegen.</translation></message>
<message><source>It is chosen, and takes effect once the bench or the receiver is left and the program is started anew.</source>
<translation>Es ist gewählt und gilt, sobald Prüfstand oder Empfänger verlassen sind und das Programm neu gestartet ist.</translation></message>
<message><source>It is in the customer's &amp;hands</source>
<translation>Es ist in den Händen des &amp;Kunden</translation></message>
<message><source>It is not written down what the two differ in. Choose the changed setup below and write its part, from and to.</source>
<translation>Worin sich die zwei unterscheiden, ist nicht aufgeschrieben. Unten den geänderten Aufbau wählen und Teil, vorher und nachher eintragen.</translation></message>
<message><source>It is the same at every engine speed.</source>
<translation>Es ist bei jeder Drehzahl dasselbe.</translation></message>
<message><source>It knows no air box, no bend and no other cylinder on the same plenum. Which order an engine answers to is seen in its pulls: step the stack three times and look at the sweep.</source>
<translation>Kennt keinen Luftkasten, keinen Bogen und keinen anderen Zylinder am selben Sammler. Auf welche Ordnung ein Motor antwortet, zeigen seine Läufe: den Trichter dreimal stufen und die Reihe ansehen.</translation></message>
<message><source>It knows no wall film, no acceleration and no injector's own curve near its ends. Keep the map with its checksum before you change it.</source>
<translation>Kennt keinen Wandfilm, kein Beschleunigen und keine Düsenkennlinie nahe ihren Enden. Das Kennfeld mit Prüfsumme verwahren, bevor Sie es ändern.</translation></message>
<message><source>It knows nothing of grip, wind, slope or the clutch, and takes the engine as warm and at full throttle. Drag and rolling are a handbook's until a coast-down or a run says better.</source>
<translation>Weiß nichts von Haftung, Wind, Steigung oder Kupplung und nimmt den Motor warm und bei Vollgas an. Luft- und Rollwiderstand sind aus dem Handbuch, bis Ausrollen oder eine Fahrt es besser sagt.</translation></message>
<message><source>It knows nothing of ramps, of a belt that slips or of heat. What a run spent in the band is seen on Judge over road speed and, with logged runs, on Road.</source>
<translation>Weiß nichts von Rampen, rutschendem Riemen oder Hitze. Wie lange eine Fahrt im Band war, zeigt das Urteil über der Fahrgeschwindigkeit und, mit aufgezeichneten Fahrten, die Straße.</translation></message>
<message><source>It knows one main jet at full throttle. Which circuit is at fault lower down shows only where the throttle was recorded or held; a mixture probe reads late and old. Go from rich to lean, one size at a time, with an eye on plug and exhaust.</source>
<translation>Kennt eine Hauptdüse bei Vollgas. Welcher Kreis weiter unten schuld ist, zeigt sich nur, wo das Gas aufgezeichnet oder gehalten wurde; eine Sonde liest spät und altert. Von fett nach mager, eine Größe nach der anderen, mit einem Auge auf Kerze und Auspuff.</translation></message>
<message><source>It lies at %1.</source>
<translation>Sie liegt bei %1.</translation></message>
<message><source>It rests on</source>
<translation>Worauf es beruht</translation></message>
<message><source>It said: %1 It would say now: %2</source>
<translation>Es hieß: %1 Jetzt hieße es: %2</translation></message>
<message><source>It ships with the program, has a rider who does as he is asked, and speaks like a real bench.</source>
<translation>Er kommt mit dem Programm, hat einen Fahrer, der tut, was man ihm sagt, und spricht wie ein echter Prüfstand.</translation></message>
<message><source>It takes windows as rectangles and the piston's edge as sharp: rounded corners take some per cent of the areas. How well a port flows is not in its size.</source>
<translation>Nimmt Fenster als Rechtecke und die Kolbenkante als scharf: Runde Ecken kosten einige Prozent der Flächen. Wie gut ein Schlitz strömt, steckt nicht in seiner Größe.</translation></message>
<message><source>It was pulled with another setup</source>
<translation>Er lief mit einem anderen Aufbau</translation></message>
<message><source>It was put at %1 and is not to be seen there now.</source>
<translation>Sie wurde bei %1 abgelegt und ist dort jetzt nicht zu sehen.</translation></message>
<message><source>It was: %1.</source>
<translation>Es war: %1.</translation></message>
<message><source>Its book</source>
<translation>Ihr Buch</translation></message>
<message><source>Its columns in order, a dash for one to leave alone:
time:ms, roller_speed:rpm, -, engine_speed</source>
<translation>Seine Spalten der Reihe nach, ein Strich für eine, die nicht gilt:
time:ms, roller_speed:rpm, -, engine_speed</translation></message>
<message><source>Its difference, changed minus base, with a margin for each speed</source>
<translation>Sein Unterschied, geändert minus Basis, mit einer Spanne für jede Drehzahl</translation></message>
<message><source>Its inertia, radius, drag, ratio, arm and place, as they were calibrated on the day of the pull</source>
<translation>Trägheit, Radius, Widerstand, Übersetzung, Arm und Ort, wie sie am Tag des Laufs kalibriert waren</translation></message>
<message><source>Its setup is the base (B)</source>
<translation>Sein Aufbau ist die Basis (B)</translation></message>
<message><source>Its setup is the changed one (C)</source>
<translation>Sein Aufbau ist der geänderte (C)</translation></message>
<message><source>Its sheet was not written at this visit.</source>
<translation>Bei diesem Besuch wurde ihr Blatt nicht geschrieben.</translation></message>
<message><source>Its suspects</source>
<translation>Ihre Verdächtigen</translation></message>
<message><source>Its times stand here as soon as it is kept.</source>
<translation>Ihre Zeiten stehen hier, sobald sie verwahrt ist.</translation></message>
<message><source>Its trace is damaged or lost in the database. "Put right" on Jobs takes it from its pull file, if that is whole.</source>
<translation>Seine Spur ist in der Datenbank beschädigt oder verloren. „Richten“ unter Aufträge nimmt sie aus seiner Laufdatei, wenn die heil ist.</translation></message>
<message><source>Job</source>
<translation>Auftrag</translation></message>
<message><source>Job %1, %2, %3, %4</source>
<translation>Auftrag %1, %2, %3, %4</translation></message>
<message><source>Jobs</source>
<translation>Aufträge</translation></message>
<message><source>Jolly Ram</source>
<translation>Jolly Ram</translation></message>
<message><source>Jolly Ram, brought back %1</source>
<translation>Jolly Ram, zurückgeholt %1</translation></message>
<message><source>Judge</source>
<translation>Urteil</translation></message>
<message><source>Judge all of them together</source>
<translation>Alle zusammen beurteilen</translation></message>
<message><source>Judge the pulls before: %1</source>
<translation>Die Läufe davor beurteilen: %1</translation></message>
<message><source>Judge the pulls since: %1</source>
<translation>Die Läufe seither beurteilen: %1</translation></message>
<message><source>Keep it  (Enter)</source>
<translation>Behalten  (Eingabe)</translation></message>
<message><source>Kept as handed over, no. %1: it stays as it is, whatever is judged later.</source>
<translation>Als übergeben verwahrt, Nr. %1: Es bleibt, wie es ist, was immer später geurteilt wird.</translation></message>
<message><source>Kill switch! Nothing here
can stop it  (Esc)</source>
<translation>Notschalter! Nichts hier
kann sie anhalten  (Esc)</translation></message>
<message><source>Kind of machine</source>
<translation>Art der Maschine</translation></message>
<message><source>L = D · c / (12 · n) = %1 · %2 / (12 · %3) = %4 mm. Handbook of two-stroke tuning (1973), value from memory; good to some 5 %.</source>
<translation>L = D · c / (12 · n) = %1 · %2 / (12 · %3) = %4 mm. Handbuch der Zweitaktabstimmung (1973), Wert aus dem Gedächtnis; gut auf etwa 5 %.</translation></message>
<message><source>Language</source>
<translation>Sprache</translation></message>
<message><source>Language and standard</source>
<translation>Sprache und Norm</translation></message>
<message><source>Larkspur 410 · single, roller</source>
<translation>Larkspur 410 · Einzylinder, Rolle</translation></message>
<message><source>Last coast-down is the &amp;bare roller</source>
<translation>Letztes Ausrollen war die &amp;leere Rolle</translation></message>
<message><source>Last coast-down is the &amp;loaded one</source>
<translation>Letztes Ausrollen war die &amp;beladene</translation></message>
<message><source>Leak tests</source>
<translation>Dichtheit</translation></message>
<message><source>Leak tests (%1)</source>
<translation>Dichtheit (%1)</translation></message>
<message><source>Leak tests, pressure over minutes</source>
<translation>Dichtheitsprüfungen, Druck über Minuten</translation></message>
<message><source>Lean end of the target window</source>
<translation>Mageres Ende des Zielfensters</translation></message>
<message><source>Leave it out again</source>
<translation>Wieder weglassen</translation></message>
<message><source>Leave the receiver</source>
<translation>Den Empfänger verlassen</translation></message>
<message><source>Leave the tour</source>
<translation>Führung verlassen</translation></message>
<message><source>Leave this bench</source>
<translation>Diesen Prüfstand verlassen</translation></message>
<message><source>Leaves with %1: %2, came with %3.</source>
<translation>Geht mit %1: %2, kam mit %3.</translation></message>
<message><source>Left out with their reasons: %1.</source>
<translation>Mit Grund ausgelassen: %1.</translation></message>
<message><source>Left out: the base was taken again in between.</source>
<translation>Ausgelassen: Dazwischen wurde die Basis neu genommen.</translation></message>
<message><source>Less than 3 dB above the background: the machine itself cannot be told from it. Find a quieter place.</source>
<translation>Weniger als 3 dB über dem Hintergrund: Die Maschine selbst ist nicht herauszuhören. Eine ruhigere Stelle suchen.</translation></message>
<message><source>Let it come down.</source>
<translation>Auslaufen lassen.</translation></message>
<message><source>Let it cool</source>
<translation>Abkühlen lassen</translation></message>
<message><source>Let it cool after pull %1.</source>
<translation>Nach Lauf %1 abkühlen lassen.</translation></message>
<message><source>Lift at top centre: intake about %1 mm, exhaust about %2 mm.</source>
<translation>Hub im oberen Totpunkt: Einlass etwa %1 mm, Auslass etwa %2 mm.</translation></message>
<message><source>Lift curves and events</source>
<translation>Hubkurven und Steuerzeiten</translation></message>
<message><source>Light</source>
<translation>Licht</translation></message>
<message><source>Limiter at %1 in place of %2 loses %3 s over this stretch (won: %4 to %5).</source>
<translation>Begrenzer bei %1 statt %2 verliert %3 s auf dieser Strecke (gewonnen: %4 bis %5).</translation></message>
<message><source>Limiter at %1 in place of %2 wins %3 s over this stretch (%4 to %5).</source>
<translation>Begrenzer bei %1 statt %2 gewinnt %3 s auf dieser Strecke (%4 bis %5).</translation></message>
<message><source>Line %1</source>
<translation>Linie %1</translation></message>
<message><source>Line dead</source>
<translation>Leitung tot</translation></message>
<message><source>Lines of the walk-round to be measured after fitting</source>
<translation>Zeilen des Rundgangs, die nach dem Einbau zu messen sind</translation></message>
<message><source>Listen to one on the right, or bring a log in (Ctrl+I) when you are back.</source>
<translation>Rechts einem zuhören oder nach der Rückkehr ein Log einlesen (Strg+I).</translation></message>
<message><source>Load cell: dead weights on the arm</source>
<translation>Kraftmessdose: tote Gewichte am Arm</translation></message>
<message><source>Load from the start speed to the end speed, as fast as the procedure says</source>
<translation>Last von der Anfangs- zur Enddrehzahl, so schnell das Verfahren es sagt</translation></message>
<message><source>Look</source>
<translation>Ansehen</translation></message>
<message><source>Look after each step, at the same place each time: the plug, the wash in the pipe, the piston crown, what the filter caught. A photo and a few words are enough; the steps of a sweep then stand side by side.</source>
<translation>Nach jedem Schritt hinsehen, jedes Mal an derselben Stelle: die Kerze, die Spur im Auspuff, der Kolbenboden, was der Filter fing. Ein Foto und ein paar Worte genügen; die Schritte einer Reihe stehen dann nebeneinander.</translation></message>
<message><source>Look again: %1.</source>
<translation>Noch einmal ansehen: %1.</translation></message>
<message><source>Look at the ribbon on Judge: where it gains, loses, is the same, or cannot tell.</source>
<translation>Das Band im Urteil ansehen: wo es gewinnt, verliert, gleich ist oder es nicht sagen kann.</translation></message>
<message><source>Look at this pull</source>
<translation>Diesen Lauf ansehen</translation></message>
<message><source>Looked at in %1 places</source>
<translation>An %1 Stellen angesehen</translation></message>
<message><source>Looked at in 1 place</source>
<translation>An 1 Stelle angesehen</translation></message>
<message><source>Machine of the job</source>
<translation>Maschine des Auftrags</translation></message>
<message><source>Machine of the new job</source>
<translation>Maschine des neuen Auftrags</translation></message>
<message><source>Main jet %1</source>
<translation>Hauptdüse %1</translation></message>
<message><source>Making the demo's jobs: a moment.</source>
<translation>Die Aufträge der Vorführung entstehen: einen Moment.</translation></message>
<message><source>Making the records whole…</source>
<translation>Die Aufzeichnungen werden vervollständigt…</translation></message>
<message><source>Manual</source>
<translation>Handbuch</translation></message>
<message><source>Maps and files it ran with</source>
<translation>Kennfelder und Dateien, mit denen sie lief</translation></message>
<message><source>Mark</source>
<translation>Zeichen</translation></message>
<message><source>Mark by which the steps are told</source>
<translation>Marke, nach der die Stufen gelesen werden</translation></message>
<message><source>Marks</source>
<translation>Marken</translation></message>
<message><source>Mean effective pressure %1 bar%2.</source>
<translation>Mitteldruck %1 bar%2.</translation></message>
<message><source>Mean gain over the range all have in common. The margins hold for all of them together.</source>
<translation>Mittlerer Gewinn über den gemeinsamen Bereich. Die Spannen gelten für alle zusammen.</translation></message>
<message><source>Measure one machine twice, and the two figures differ a little. The margin says by how much. If we did this whole test again on this bench, the gain would lie inside the margin 19 times out of 20. Where the margin reaches over zero, the gain may be nothing at all. Then we say so.</source>
<translation>Misst man eine Maschine zweimal, sind die zwei Zahlen etwas verschieden. Die Spanne sagt, um wie viel. Würden wir den ganzen Versuch auf diesem Prüfstand noch einmal machen, läge der Gewinn 19-mal von 20 in der Spanne. Wo die Spanne über null reicht, ist der Gewinn vielleicht gar keiner. Dann sagen wir das.</translation></message>
<message><source>Measured &amp;at</source>
<translation>Gemessen &amp;an</translation></message>
<message><source>Measured on one bench in %1 sittings.</source>
<translation>Auf einem Prüfstand gemessen, in %1 Sitzungen.</translation></message>
<message><source>Measured on one bench, one sitting.</source>
<translation>Auf einem Prüfstand gemessen, in einer Sitzung.</translation></message>
<message><source>Measuring</source>
<translation>Misst</translation></message>
<message><source>Mixture</source>
<translation>Gemisch</translation></message>
<message><source>Mixture of this pull over engine speed</source>
<translation>Gemisch dieses Laufs über der Drehzahl</translation></message>
<message><source>Mixture over engine speed, with the target window</source>
<translation>Gemisch über der Drehzahl, mit dem Zielfenster</translation></message>
<message><source>Money used</source>
<translation>Verbrauchtes Geld</translation></message>
<message><source>More cautions than fit here: %1. They stand on the next page.</source>
<translation>Mehr Hinweise, als hier Platz haben: %1. Sie stehen auf der nächsten Seite.</translation></message>
<message><source>More engine speed is more road speed: look at the tyre's rating and the chain. The machine's maker comes first.</source>
<translation>Mehr Drehzahl ist mehr Fahrgeschwindigkeit: Reifenfreigabe und Kette ansehen. Der Hersteller der Maschine geht vor.</translation></message>
<message><source>More than one archive was copied here. Which?</source>
<translation>Hierher wurde mehr als ein Archiv kopiert. Welches?</translation></message>
<message><source>More than one thing differs: %1. The credit belongs to all of them together.</source>
<translation>Mehr als eines ist anders: %1. Der Verdienst gehört allen zusammen.</translation></message>
<message><source>Most power at the tyre</source>
<translation>Größte Leistung am Reifen</translation></message>
<message><source>Most power for its money: %1, %2 for %3%4.</source>
<translation>Am meisten Leistung fürs Geld: %1, %2 für %3%4.</translation></message>
<message><source>N&amp;o picture</source>
<translation>&amp;Kein Bild</translation></message>
<message><source>NOT SENT, there is no line to the bench: %1</source>
<translation>NICHT GESENDET, keine Leitung zum Prüfstand: %1</translation></message>
<message><source>Name of a new setup</source>
<translation>Name eines neuen Aufbaus</translation></message>
<message><source>Name of the job</source>
<translation>Name des Auftrags</translation></message>
<message><source>Name of the kit</source>
<translation>Name des Satzes</translation></message>
<message><source>Name of the new job</source>
<translation>Name des neuen Auftrags</translation></message>
<message><source>Name of the shop</source>
<translation>Name der Werkstatt</translation></message>
<message><source>Name the setup on the right, then roll on.</source>
<translation>Rechts den Aufbau nennen, dann Gas.</translation></message>
<message><source>Name the setups first: add the changed one in the tree.</source>
<translation>Zuerst die Aufbauten benennen: den geänderten im Baum hinzufügen.</translation></message>
<message><source>Name what is fitted on the right, then go when you like.</source>
<translation>Rechts nennen, was angebaut ist, dann fahren, wann Sie wollen.</translation></message>
<message><source>Needle and screw as moved give %1 at %2 % throttle.</source>
<translation>Nadel und Schraube so bewegt geben %1 bei %2 % Gas.</translation></message>
<message><source>Needle and screw as moved give %1 there: %2 : 1 was read, about %3 : 1 would be.</source>
<translation>Nadel und Schraube so bewegt geben dort %1: %2 : 1 wurde gelesen, etwa %3 : 1 wären es.</translation></message>
<message><source>New &amp;round</source>
<translation>Neue &amp;Runde</translation></message>
<message><source>New job</source>
<translation>Neuer Auftrag</translation></message>
<message><source>New job…  (Ctrl+N)</source>
<translation>Neuer Auftrag…  (Strg+N)</translation></message>
<message><source>New: %1</source>
<translation>Neu: %1</translation></message>
<message><source>Next cut by the sweep of this job (%1): %2 %3. A cut cannot be undone, so it stays on the long side.</source>
<translation>Nächster Schnitt nach der Reihe dieses Auftrags (%1): %2 %3. Ein Schnitt lässt sich nicht zurücknehmen, darum bleibt er auf der langen Seite.</translation></message>
<message><source>Next to try: %1.</source>
<translation>Als Nächstes zu versuchen: %1.</translation></message>
<message><source>Next: %1</source>
<translation>Als Nächstes: %1</translation></message>
<message><source>Next: %1.</source>
<translation>Als Nächstes: %1.</translation></message>
<message><source>Nm</source>
<translation>Nm</translation></message>
<message><source>No archive is open. Choose a folder to keep your records in.</source>
<translation>Kein Archiv ist offen. Einen Ordner für die Aufzeichnungen wählen.</translation></message>
<message><source>No base was pulled yet: the first pulls are the base.</source>
<translation>Noch lief keine Basis: Die ersten Läufe sind die Basis.</translation></message>
<message><source>No bench</source>
<translation>Kein Prüfstand</translation></message>
<message><source>No bench has been called yet. Call one on the Pull station (Ctrl+3), real or simulated; it is known here from then on.</source>
<translation>Noch wurde kein Prüfstand gerufen. Unter Lauf (Strg+3) einen rufen, echt oder simuliert; von da an ist er hier bekannt.</translation></message>
<message><source>No class and no law is built in: write what applies where it is ridden. What the scrutineer or the authority says comes first.</source>
<translation>Keine Klasse und kein Gesetz ist eingebaut: Schreiben Sie, was dort gilt, wo gefahren wird. Abnahme und Behörde haben das erste Wort.</translation></message>
<message><source>No coast-down yet. Make a pull on the Pull station and let it run out, clutch in.</source>
<translation>Noch kein Ausrollen. Unter Lauf einen Lauf machen und auslaufen lassen, Kupplung gezogen.</translation></message>
<message><source>No cross among these setups.</source>
<translation>Kein Kreuz unter diesen Aufbauten.</translation></message>
<message><source>No curve: %1.</source>
<translation>Keine Kurve: %1.</translation></message>
<message><source>No earlier job with this machine has a list of what was taken apart.</source>
<translation>Kein früherer Auftrag mit dieser Maschine hat eine Liste des Zerlegten.</translation></message>
<message><source>No fix</source>
<translation>Kein Ort</translation></message>
<message><source>No job has all of these words. Take one away, or look among all jobs.</source>
<translation>Kein Auftrag hat alle diese Wörter. Eines wegnehmen oder unter allen Aufträgen suchen.</translation></message>
<message><source>No job is open.</source>
<translation>Kein Auftrag ist offen.</translation></message>
<message><source>No job is open. Begin one (Ctrl+N).</source>
<translation>Kein Auftrag ist offen. Einen beginnen (Strg+N).</translation></message>
<message><source>No machine is named yet (The order): its book begins with its name.</source>
<translation>Noch ist keine Maschine genannt (Die Annahme): Ihr Buch beginnt mit ihrem Namen.</translation></message>
<message><source>No map or file is kept with it yet.</source>
<translation>Noch ist kein Kennfeld und keine Datei bei ihm verwahrt.</translation></message>
<message><source>No mixture was recorded.</source>
<translation>Kein Gemisch wurde aufgezeichnet.</translation></message>
<message><source>No more: %1</source>
<translation>Nicht mehr: %1</translation></message>
<message><source>No other job of this archive has a machine sheet yet.</source>
<translation>Kein anderer Auftrag dieses Archivs hat schon ein Maschinenblatt.</translation></message>
<message><source>No power yet</source>
<translation>Noch keine Leistung</translation></message>
<message><source>No pull chosen</source>
<translation>Kein Lauf gewählt</translation></message>
<message><source>No pull is kept here yet.</source>
<translation>Hier ist noch kein Lauf verwahrt.</translation></message>
<message><source>No pulls yet: make them on Pull (Ctrl+3), drop pull files or logs on the window, or press Ctrl+I.</source>
<translation>Noch keine Läufe: unter Lauf machen (Strg+3), Lauf- oder Logdateien aufs Fenster ziehen oder Strg+I drücken.</translation></message>
<message><source>No receiver</source>
<translation>Kein Empfänger</translation></message>
<message><source>No restore was tried for a month.</source>
<translation>Seit einem Monat wurde keine Rückholung probiert.</translation></message>
<message><source>No rule yet. Write one below: a part that has to stay, a size of the class, the power a licence allows, a noise limit with its place. Every setup is then held against it from what is known, and what is not known is said here and on the sheet.</source>
<translation>Noch keine Regel. Unten eine schreiben: ein Teil, das bleiben muss, ein Maß der Klasse, die Leistung, die ein Schein erlaubt, eine Lautstärke mit ihrem Ort. Jeder Aufbau wird dann mit dem verglichen, was bekannt ist; was nicht bekannt ist, steht hier und auf dem Blatt.</translation></message>
<message><source>No run yet</source>
<translation>Noch keine Fahrt</translation></message>
<message><source>No second copy lies in %1.</source>
<translation>In %1 liegt keine zweite Kopie.</translation></message>
<message><source>No second copy yet. It is to go to %1.</source>
<translation>Noch keine zweite Kopie. Sie soll nach %1.</translation></message>
<message><source>No steps yet</source>
<translation>Noch keine Stufen</translation></message>
<message><source>No steps yet.</source>
<translation>Noch keine Stufen.</translation></message>
<message><source>No sweep among these setups.</source>
<translation>Keine Reihe unter diesen Aufbauten.</translation></message>
<message><source>No value is better than another</source>
<translation>Kein Wert ist besser als ein anderer</translation></message>
<message><source>No weight moved</source>
<translation>Kein Gewicht bewegt</translation></message>
<message><source>No weights yet.</source>
<translation>Noch keine Gewichte.</translation></message>
<message><source>No. %1 would come out the same today.</source>
<translation>Nr. %1 sähe heute genauso aus.</translation></message>
<message><source>No. %1, %2: %3</source>
<translation>Nr. %1, %2: %3</translation></message>
<message><source>No: leave this bench</source>
<translation>Nein: Prüfstand verlassen</translation></message>
<message><source>Nobody beside or behind the roller or in line with chain, belt or shaft. Guards on, straps checked again after the first pull, exhaust out, ears and eyes covered, kill switch and extinguisher in reach. The bench maker's instructions, local rules and licensed practice come first.</source>
<translation>Niemand neben oder hinter der Rolle oder in Flucht mit Kette, Riemen oder Welle. Schutz angebracht, Gurte nach dem ersten Lauf noch einmal geprüft, Abgas hinaus, Ohren und Augen geschützt, Notschalter und Löscher in Reichweite. Die Anleitung des Prüfstandherstellers, die Regeln vor Ort und Fachbetriebe gehen vor.</translation></message>
<message><source>Noise, emission and workplace rules apply.</source>
<translation>Es gelten die Regeln für Lärm, Abgas und Arbeitsplatz.</translation></message>
<message><source>None kept here yet: the bench's own word is used as it comes.</source>
<translation>Hier ist noch keine verwahrt: Das eigene Wort des Prüfstands gilt, wie es kommt.</translation></message>
<message><source>None yet.</source>
<translation>Noch keine.</translation></message>
<message><source>None. Pulls made on a bench are checked against the procedure they were to be run by; imported ones carry none.</source>
<translation>Keine. Auf einem Prüfstand gemachte Läufe werden mit dem Verfahren verglichen, nach dem sie laufen sollten; eingelesene tragen keines.</translation></message>
<message><source>Not &amp;now</source>
<translation>Jetzt &amp;nicht</translation></message>
<message><source>Not a curve yet: %1</source>
<translation>Noch keine Kurve: %1</translation></message>
<message><source>Not compared: %1.</source>
<translation>Nicht verglichen: %1.</translation></message>
<message><source>Not due yet: %1.</source>
<translation>Noch nicht fällig: %1.</translation></message>
<message><source>Not every cell was pulled</source>
<translation>Nicht jedes Feld ist gelaufen</translation></message>
<message><source>Not fit to run: %1 things are wrong. Nothing is charged before they are put right.</source>
<translation>Nicht lauffähig: %1 Sachen sind falsch. Nichts wird berechnet, bevor sie in Ordnung sind.</translation></message>
<message><source>Not fit to run: 1 thing is wrong. Nothing is charged before it is put right.</source>
<translation>Nicht lauffähig: 1 Sache ist falsch. Nichts wird berechnet, bevor sie in Ordnung ist.</translation></message>
<message><source>Not kept: %1</source>
<translation>Nicht verwahrt: %1</translation></message>
<message><source>Not kept: %1. The job is shown as it is kept.</source>
<translation>Nicht verwahrt: %1. Der Auftrag wird gezeigt, wie er verwahrt ist.</translation></message>
<message><source>Not the engine</source>
<translation>Nicht der Motor</translation></message>
<message><source>Not this job's: %1. Pulls are kept and not counted until you say.</source>
<translation>Nicht von diesem Auftrag: %1. Läufe werden verwahrt und zählen nicht, bis Sie es sagen.</translation></message>
<message><source>Not to be told apart: %1.</source>
<translation>Nicht zu unterscheiden: %1.</translation></message>
<message><source>Note on the claim: %1</source>
<translation>Notiz zur Behauptung: %1</translation></message>
<message><source>Note, or what the photo shows</source>
<translation>Notiz, oder was das Foto zeigt</translation></message>
<message><source>Nothing flagged.</source>
<translation>Nichts vermerkt.</translation></message>
<message><source>Nothing has been swapped yet. Swap one suspect, pull, write what came of it, put it back if it was not it.</source>
<translation>Noch ist nichts getauscht. Einen Verdächtigen tauschen, laufen lassen, aufschreiben, was herauskam, und zurückbauen, wenn er es nicht war.</translation></message>
<message><source>Nothing has been taken apart.</source>
<translation>Nichts wurde zerlegt.</translation></message>
<message><source>Nothing is chalked up. Write down what somebody claims before the pulls are made; the test then says held, failed or undecided, and why.</source>
<translation>Nichts ist angekreidet. Schreiben Sie vor den Läufen auf, was jemand behauptet; der Versuch sagt dann, ob es standhielt, durchfiel oder offen blieb, und warum.</translation></message>
<message><source>Nothing is due with %1 on.</source>
<translation>Mit %1 ist nichts fällig.</translation></message>
<message><source>Nothing is open.</source>
<translation>Nichts ist offen.</translation></message>
<message><source>Nothing is put back between</source>
<translation>Nichts wird dazwischen zurückgebaut</translation></message>
<message><source>Nothing is read in this job yet: begin a reading on Judge (Ctrl+4), Readings; what you typed stays here.</source>
<translation>In diesem Auftrag ist noch nichts abgelesen: im Urteil (Strg+4) unter Ablesungen eine beginnen; das Getippte bleibt hier stehen.</translation></message>
<message><source>Nothing of this job was handed over yet.</source>
<translation>Von diesem Auftrag wurde noch nichts übergeben.</translation></message>
<message><source>Nothing pinned yet</source>
<translation>Noch nichts angeheftet</translation></message>
<message><source>Nothing tested yet. Pump the joint up (or down) once it is fitted, start the clock, and write what is still held.</source>
<translation>Noch nichts geprüft. Den Stoß nach dem Einbau aufpumpen (oder absaugen), die Uhr starten und schreiben, was noch gehalten wird.</translation></message>
<message><source>Nothing to bring in</source>
<translation>Nichts einzulesen</translation></message>
<message><source>Nothing to press and nothing to look at.</source>
<translation>Nichts zu drücken und nichts anzusehen.</translation></message>
<message><source>Nothing to rank yet.</source>
<translation>Noch nichts zu ordnen.</translation></message>
<message><source>Nothing to set side by side yet.</source>
<translation>Noch nichts nebeneinanderzustellen.</translation></message>
<message><source>Nothing was changed since the second copy was made.</source>
<translation>Seit der zweiten Kopie wurde nichts geändert.</translation></message>
<message><source>Nothing was handed over: %1.</source>
<translation>Nichts wurde übergeben: %1.</translation></message>
<message><source>Nothing was handed over: another job was opened meanwhile.</source>
<translation>Nichts wurde übergeben: Inzwischen wurde ein anderer Auftrag geöffnet.</translation></message>
<message><source>Nothing was looked at yet</source>
<translation>Noch wurde nichts angesehen</translation></message>
<message><source>Nothing was measured at this visit yet.</source>
<translation>Bei diesem Besuch wurde noch nichts gemessen.</translation></message>
<message><source>Nothing was measured beside the power.</source>
<translation>Neben der Leistung wurde nichts gemessen.</translation></message>
<message><source>Nothing was printed: %1.</source>
<translation>Nichts wurde gedruckt: %1.</translation></message>
<message><source>Nothing was read off in this job yet.</source>
<translation>In diesem Auftrag wurde noch nichts abgelesen.</translation></message>
<message><source>Nothing weighed or priced yet.</source>
<translation>Noch nichts gewogen oder mit Preis.</translation></message>
<message><source>Nothing written here looks wrong.</source>
<translation>Nichts hier sieht falsch aus.</translation></message>
<message><source>Now there is nothing to compare: %1</source>
<translation>Jetzt gibt es nichts zu vergleichen: %1</translation></message>
<message><source>Number of cylinders</source>
<translation>Zahl der Zylinder</translation></message>
<message><source>N·m of torque driving it</source>
<translation>N·m Drehmoment, das sie treibt</translation></message>
<message><source>Octane %1 is usually run at up to %2: near its edge. Common practice only.</source>
<translation>ROZ %1 läuft üblich bis %2: nahe der Grenze. Nur gängige Praxis.</translation></message>
<message><source>Octane %1 is usually run at up to %2: some room. Common practice only.</source>
<translation>ROZ %1 läuft üblich bis %2: etwas Luft. Nur gängige Praxis.</translation></message>
<message><source>Of this machine's own: %1 %2 (%3 to %4), from %5 graded predictions.</source>
<translation>Von dieser Maschine selbst: %1 %2 (%3 bis %4), aus %5 bewerteten Vorhersagen.</translation></message>
<message><source>On the road</source>
<translation>Auf der Straße</translation></message>
<message><source>On the road: %1 (%2 runs) against %3 (%4 runs), timed by satellite receiver, %5.</source>
<translation>Auf der Straße: %1 (%2 Fahrten) gegen %3 (%4 Fahrten), mit Satellitenempfänger gestoppt, %5.</translation></message>
<message><source>Once there is a difference with its margin. No more are taken afterwards.</source>
<translation>Sobald es einen Unterschied mit seiner Spanne gibt. Danach werden keine mehr angenommen.</translation></message>
<message><source>One machine on one bench; another will differ.</source>
<translation>Eine Maschine auf einem Prüfstand; eine andere wird anders sein.</translation></message>
<message><source>One more part</source>
<translation>Noch ein Teil</translation></message>
<message><source>One more rule</source>
<translation>Noch eine Regel</translation></message>
<message><source>One pull has no margin: the seconds have none either.</source>
<translation>Ein Lauf hat keine Spanne: Die Sekunden haben auch keine.</translation></message>
<message><source>One run's own time is known within %1 s; %2.</source>
<translation>Die eigene Zeit einer Fahrt ist auf %1 s bekannt; %2.</translation></message>
<message><source>One setup so far.</source>
<translation>Bisher ein Aufbau.</translation></message>
<message><source>One setup was read so far.</source>
<translation>Bisher ist ein Aufbau abgelesen.</translation></message>
<message><source>One side has no pull that counts: it was set aside, not picked, or cannot become a curve.</source>
<translation>Eine Seite hat keinen Lauf, der zählt: Er wurde beiseitegelegt, nicht ausgewählt, oder wird keine Kurve.</translation></message>
<message><source>One thing at a time, as it was tried</source>
<translation>Eins nach dem anderen, wie es versucht wurde</translation></message>
<message><source>One thing to put right:</source>
<translation>Eine Sache ist zu richten:</translation></message>
<message><source>Only %1° off the top: there the piston hardly moves. Screw the stop in less.</source>
<translation>Nur %1° von OT: Dort bewegt sich der Kolben kaum. Den Anschlag weniger einschrauben.</translation></message>
<message><source>Only when the machine stands still and you know why it was stopped</source>
<translation>Nur wenn die Maschine steht und Sie wissen, warum sie angehalten wurde</translation></message>
<message><source>Open a job first (Ctrl+0).</source>
<translation>Zuerst einen Auftrag öffnen (Strg+0).</translation></message>
<message><source>Open a job on the start page, or drop pulls on the window.</source>
<translation>Auf der Startseite einen Auftrag öffnen oder Läufe aufs Fenster ziehen.</translation></message>
<message><source>Open a job to pin answers to it. Without one every page works on its own.</source>
<translation>Einen Auftrag öffnen, um Antworten an ihn zu heften. Ohne einen rechnet jede Seite für sich.</translation></message>
<message><source>Open a job, or bring in pulls, to see its setups.</source>
<translation>Einen Auftrag öffnen oder Läufe einlesen, um seine Aufbauten zu sehen.</translation></message>
<message><source>Open an archive first: there is nowhere to keep a job.</source>
<translation>Zuerst ein Archiv öffnen: Noch gibt es keinen Platz für einen Auftrag.</translation></message>
<message><source>Open an archive first: there is nowhere to keep these pulls.</source>
<translation>Zuerst ein Archiv öffnen: Noch gibt es keinen Platz für diese Läufe.</translation></message>
<message><source>Open another archive…</source>
<translation>Ein anderes Archiv öffnen…</translation></message>
<message><source>Open its &amp;page</source>
<translation>Ihre &amp;Seite öffnen</translation></message>
<message><source>Open the archive in this folder</source>
<translation>Das Archiv in diesem Ordner öffnen</translation></message>
<message><source>Or try a simulated one</source>
<translation>Oder einen simulierten probieren</translation></message>
<message><source>Ostra 600 · sled twin, brake</source>
<translation>Ostra 600 · Schlitten-Twin, Bremse</translation></message>
<message><source>Outside these the Pull station says wait; a pull made all the same says so.</source>
<translation>Außerhalb davon sagt die Station Lauf: warten; ein trotzdem gemachter Lauf sagt es.</translation></message>
<message><source>Over</source>
<translation>Vorbei</translation></message>
<message><source>Over the curve, %1 to %2 rpm: %3 to %4 W for each kilogram, %5 in the mean.</source>
<translation>Über die Kurve, %1 bis %2 rpm: %3 bis %4 W je Kilogramm, %5 im Mittel.</translation></message>
<message><source>Overlap %1°, separation %2°</source>
<translation>Überschneidung %1°, Spreizung %2°</translation></message>
<message><source>P&amp;NG…</source>
<translation>P&amp;NG…</translation></message>
<message><source>P&amp;hoto…</source>
<translation>&amp;Foto…</translation></message>
<message><source>P&amp;rint…</source>
<translation>&amp;Drucken…</translation></message>
<message><source>Pa&amp;ge %1 of %2</source>
<translation>S&amp;eite %1 von %2</translation></message>
<message><source>Part that comes off</source>
<translation>Teil, das abkommt</translation></message>
<message><source>Parts in the order they came off</source>
<translation>Teile in der Reihe, in der sie abkamen</translation></message>
<message><source>Parts that came</source>
<translation>Teile, die kamen</translation></message>
<message><source>Past these the program calls the stop. The stricter of bench and machine, until you set one.</source>
<translation>Darüber ruft das Programm den Halt. Das Strengere von Prüfstand und Maschine, bis Sie eines setzen.</translation></message>
<message><source>Photo</source>
<translation>Foto</translation></message>
<message><source>Photo: %1</source>
<translation>Foto: %1</translation></message>
<message><source>Photos and notes of: %1</source>
<translation>Fotos und Notizen zu: %1</translation></message>
<message><source>Pick one on the day strip below.</source>
<translation>Unten auf dem Tagesstreifen einen wählen.</translation></message>
<message><source>Pick or unpick (Space)</source>
<translation>Auswählen oder nicht (Leertaste)</translation></message>
<message><source>Picture to show in public, upright, without names</source>
<translation>Bild zum öffentlichen Zeigen, hochkant, ohne Namen</translation></message>
<message><source>Picture to show in public, wide, without names</source>
<translation>Bild zum öffentlichen Zeigen, quer, ohne Namen</translation></message>
<message><source>Pictures (*.png *.jpg *.jpeg *.svg *.webp)</source>
<translation>Bilder (*.png *.jpg *.jpeg *.svg *.webp)</translation></message>
<message><source>Pictures (*.png *.jpg *.jpeg *.webp *.bmp *.gif)</source>
<translation>Bilder (*.png *.jpg *.jpeg *.webp *.bmp *.gif)</translation></message>
<message><source>Pin an answer on one of the pages: it becomes a setup on Ask, with what is expected of it. When its pulls are in, they grade the prediction here.</source>
<translation>Eine Antwort auf einer der Seiten anheften: Sie wird unter Fragen ein Aufbau, mit dem, was von ihm erwartet wird. Sind seine Läufe da, bewerten sie hier die Vorhersage.</translation></message>
<message><source>Pinned</source>
<translation>Angeheftet</translation></message>
<message><source>Pinned, its runs over %1 are expected to take %2 s (%3 timed before).</source>
<translation>Angeheftet werden für ihre Fahrten über %1 %2 s erwartet (%3 gestoppt davor).</translation></message>
<message><source>Pinned, its runs over %1 are expected to take %2 s; no run has timed that stretch yet.</source>
<translation>Angeheftet werden für ihre Fahrten über %1 %2 s erwartet; noch hat keine Fahrt diese Strecke gestoppt.</translation></message>
<message><source>Pipe</source>
<translation>Auspuff</translation></message>
<message><source>Place and people</source>
<translation>Ort und Leute</translation></message>
<message><source>Plans side by side. %1</source>
<translation>Pläne nebeneinander. %1</translation></message>
<message><source>Point at a speed, or use the arrow keys on a chart, to read both curves there.</source>
<translation>Auf eine Drehzahl zeigen oder im Diagramm die Pfeiltasten nehmen, um dort beide Kurven zu lesen.</translation></message>
<message><source>Porting, cutting: each setup is pulled once, and never again</source>
<translation>Schlitze, Schnitte: Jeder Aufbau läuft einmal und nie wieder</translation></message>
<message><source>Ports</source>
<translation>Schlitze</translation></message>
<message><source>Power</source>
<translation>Leistung</translation></message>
<message><source>Power at the tyre</source>
<translation>Leistung am Reifen</translation></message>
<message><source>Power at the tyre over road speed</source>
<translation>Leistung am Reifen über der Fahrgeschwindigkeit</translation></message>
<message><source>Power of the pull in hand</source>
<translation>Leistung des laufenden Laufs</translation></message>
<message><source>Power of this pull: raw points, fitted curve, flagged stretches</source>
<translation>Leistung dieses Laufs: rohe Punkte, angepasste Kurve, vermerkte Strecken</translation></message>
<message><source>Power or torque of both setups over engine speed</source>
<translation>Leistung oder Drehmoment beider Aufbauten über der Drehzahl</translation></message>
<message><source>Power over the value that was stepped</source>
<translation>Leistung über dem Wert, der gestuft wurde</translation></message>
<message><source>Power weighted by the ride in %1.</source>
<translation>Leistung nach der Fahrt in %1 gewichtet.</translation></message>
<message><source>Power weighted by use, drift taken out.</source>
<translation>Leistung nach Nutzung gewichtet, Drift herausgenommen.</translation></message>
<message><source>Power, torque, or both with the mixture one above the other (T)</source>
<translation>Leistung, Drehmoment oder beide mit dem Gemisch übereinander (T)</translation></message>
<message><source>Predictions</source>
<translation>Vorhersagen</translation></message>
<message><source>Premix %1 : 1 is %2 ml of oil a litre.</source>
<translation>Gemisch %1 : 1 sind %2 ml Öl je Liter.</translation></message>
<message><source>Pressure here</source>
<translation>Druck hier</translation></message>
<message><source>Price quoted</source>
<translation>Preis laut Angebot</translation></message>
<message><source>Prices and hours written on a setup's changes (Ask), with pulls of it and of what it comes from, stand here.</source>
<translation>Preise und Stunden an den Änderungen eines Aufbaus (Fragen), mit Läufen von ihm und von dem, woher er kommt, stehen hier.</translation></message>
<message><source>Pull</source>
<translation>Lauf</translation></message>
<message><source>Pull %1 is odd: %2 % against its own. Likely: %3. Look at it, and set it aside only with a reason.</source>
<translation>Lauf %1 ist auffällig: %2 % gegen die seinen. Wahrscheinlich: %3. Ansehen und nur mit Grund beiseitelegen.</translation></message>
<message><source>Pull %1 · %2</source>
<translation>Lauf %1 · %2</translation></message>
<message><source>Pull %1 · %2, no. %3</source>
<translation>Lauf %1 · %2, Nr. %3</translation></message>
<message><source>Pull %1, %2</source>
<translation>Lauf %1, %2</translation></message>
<message><source>Pull %1: %2</source>
<translation>Lauf %1: %2</translation></message>
<message><source>Pull a second setup: setups are ranked here by the power they give where the machine works.</source>
<translation>Einen zweiten Aufbau laufen lassen: Aufbauten werden hier nach der Leistung geordnet, die sie dort geben, wo die Maschine arbeitet.</translation></message>
<message><source>Pull a second setup: steps stand here in the order they were first pulled.</source>
<translation>Einen zweiten Aufbau laufen lassen: Stufen stehen hier in der Reihe, in der sie zuerst liefen.</translation></message>
<message><source>Pull another setup, and each is set against the base here, in one scale.</source>
<translation>Einen weiteren Aufbau laufen lassen; jeder wird hier im selben Maßstab gegen die Basis gestellt.</translation></message>
<message><source>Pull the first setup three times. The first pull of all warms up and does not count.</source>
<translation>Den ersten Aufbau dreimal laufen lassen. Der allererste Lauf wärmt und zählt nicht.</translation></message>
<message><source>Pulling</source>
<translation>Zieht</translation></message>
<message><source>Pulls from about %1, falls off near %2, by the timing of the wave alone.</source>
<translation>Zieht ab etwa %1, fällt nahe %2 ab, allein nach der Laufzeit der Welle.</translation></message>
<message><source>Pulls go into this job and carry the reason</source>
<translation>Läufe kommen in diesen Auftrag und tragen den Grund</translation></message>
<message><source>Pulls made before keep the calibration they were made with.</source>
<translation>Frühere Läufe behalten die Kalibrierung, mit der sie gemacht wurden.</translation></message>
<message><source>Pulls of this machine on a bench would tell the engine's best band; with them it is drawn here.</source>
<translation>Läufe dieser Maschine auf einem Prüfstand würden das beste Band des Motors sagen; mit ihnen wird es hier gezeichnet.</translation></message>
<message><source>Pulls were made with it, and they carry its name.</source>
<translation>Mit ihm wurden Läufe gemacht, und sie tragen seinen Namen.</translation></message>
<message><source>Pulls, logs and bundles (*.csv *.txt *.log *.tsv *.dat *.gpx *.nmea *.zip);;All files (*)</source>
<translation>Läufe, Logs und Bündel (*.csv *.txt *.log *.tsv *.dat *.gpx *.nmea *.zip);;Alle Dateien (*)</translation></message>
<message><source>Pumped to</source>
<translation>Gepumpt auf</translation></message>
<message><source>Put back between: %1</source>
<translation>Dazwischen zurückgebaut: %1</translation></message>
<message><source>Put it down</source>
<translation>Hinschreiben</translation></message>
<message><source>Put it on the &amp;day strip</source>
<translation>Auf den S&amp;treifen legen</translation></message>
<message><source>Put it right from the other half</source>
<translation>Aus der anderen Hälfte richten</translation></message>
<message><source>Put on again  (R)</source>
<translation>Neu angebaut  (R)</translation></message>
<message><source>Quill 125 · belt scooter, roller</source>
<translation>Quill 125 · Riemenroller, Rolle</translation></message>
<message><source>R = (Vs + Vc) / Vc = (%1 + %2) / %2. Any text on engines.</source>
<translation>R = (Vs + Vc) / Vc = (%1 + %2) / %2. Jedes Buch über Motoren.</translation></message>
<message><source>R&amp;amp of a swept brake</source>
<translation>&amp;Rampe einer Bremse</translation></message>
<message><source>Raising the limiter from %1 to %2 is worth nothing here: the next gear pulls as hard before it.</source>
<translation>Den Begrenzer von %1 auf %2 zu heben bringt hier nichts: Der nächste Gang zieht vorher gleich stark.</translation></message>
<message><source>Range at the crank</source>
<translation>Bereich an der Kurbelwelle</translation></message>
<message><source>Ratios from %1 down to %2%3.</source>
<translation>Übersetzungen von %1 bis %2%3.</translation></message>
<message><source>Read a second one, and then the first again: the same honesty as with pulls.</source>
<translation>Einen zweiten ablesen und dann den ersten noch einmal: dieselbe Ehrlichkeit wie bei Läufen.</translation></message>
<message><source>Read as %1, against %2.</source>
<translation>Gelesen als %1, gegen %2.</translation></message>
<message><source>Read as %1.</source>
<translation>Gelesen als %1.</translation></message>
<message><source>Read as %1; each step against the one before it; the margins hold for all steps together.</source>
<translation>Gelesen als %1; jede Stufe gegen die davor; die Spannen gelten für alle Stufen zusammen.</translation></message>
<message><source>Reading %1: %2 %3</source>
<translation>Ablesung %1: %2 %3</translation></message>
<message><source>Reading the picture…</source>
<translation>Das Bild wird gelesen…</translation></message>
<message><source>Reading what the archive knows of benches first.</source>
<translation>Zuerst wird gelesen, was das Archiv von Prüfständen weiß.</translation></message>
<message><source>Readings</source>
<translation>Ablesungen</translation></message>
<message><source>Reading…</source>
<translation>Liest…</translation></message>
<message><source>Ready</source>
<translation>Bereit</translation></message>
<message><source>Recognised as "%1".</source>
<translation>Erkannt als „%1“.</translation></message>
<message><source>Records</source>
<translation>Aufzeichnungen</translation></message>
<message><source>Redo</source>
<translation>Wiederholen</translation></message>
<message><source>Refuel after pull %1.</source>
<translation>Nach Lauf %1 nachtanken.</translation></message>
<message><source>Rename it…  (F2)</source>
<translation>Umbenennen…  (F2)</translation></message>
<message><source>Repeatability from %1 earlier jobs with this machine.</source>
<translation>Wiederholbarkeit aus %1 früheren Aufträgen mit dieser Maschine.</translation></message>
<message><source>Repeatability from 1 earlier job with this machine.</source>
<translation>Wiederholbarkeit aus 1 früheren Auftrag mit dieser Maschine.</translation></message>
<message><source>Repeatability from the pulls of this job so far.</source>
<translation>Wiederholbarkeit aus den bisherigen Läufen dieses Auftrags.</translation></message>
<message><source>Repeatability typed in.</source>
<translation>Wiederholbarkeit von Hand eingetragen.</translation></message>
<message><source>Rest</source>
<translation>Ruhen</translation></message>
<message><source>Rest &amp;between pulls</source>
<translation>Ruhe &amp;zwischen Läufen</translation></message>
<message><source>Restored on trial: %1 pulls of %2 jobs came back as they were kept, and %3 figures were judged anew, all the same.</source>
<translation>Auf Probe zurückgeholt: %1 Läufe aus %2 Aufträgen kamen, wie sie verwahrt waren, und %3 Zahlen wurden neu geurteilt, alle gleich.</translation></message>
<message><source>Result</source>
<translation>Ergebnis</translation></message>
<message><source>Result at this mark</source>
<translation>Ergebnis an dieser Marke</translation></message>
<message><source>Result for programs (JSON)</source>
<translation>Ergebnis für Programme (JSON)</translation></message>
<message><source>Rich end of the target window</source>
<translation>Fettes Ende des Zielfensters</translation></message>
<message><source>Ride</source>
<translation>Fahren</translation></message>
<message><source>Rider, as dressed</source>
<translation>Fahrer, wie gekleidet</translation></message>
<message><source>Road</source>
<translation>Straße</translation></message>
<message><source>Road day %1</source>
<translation>Straßentag %1</translation></message>
<message><source>Road speed</source>
<translation>Fahrgeschwindigkeit</translation></message>
<message><source>Roll on</source>
<translation>Gas</translation></message>
<message><source>Roll on when you like: %1.</source>
<translation>Gas, wann Sie wollen: %1.</translation></message>
<message><source>Roll on when you like: a warm-up, not counted.</source>
<translation>Gas, wann Sie wollen: Warmlaufen, zählt nicht.</translation></message>
<message><source>Roll on when you like: bedding in, kept and not judged.</source>
<translation>Gas, wann Sie wollen: Einfahren, verwahrt und nicht beurteilt.</translation></message>
<message><source>Roller drag [Nm]</source>
<translation>Rollenwiderstand [Nm]</translation></message>
<message><source>Roller drag: one coast-down</source>
<translation>Rollenwiderstand: einmal ausrollen</translation></message>
<message><source>Roller inertia [kg m²]</source>
<translation>Rollenträgheit [kg m²]</translation></message>
<message><source>Roller inertia: two coast-downs</source>
<translation>Rollenträgheit: zweimal ausrollen</translation></message>
<message><source>Roller radius [m]</source>
<translation>Rollenradius [m]</translation></message>
<message><source>Roller s&amp;peed</source>
<translation>R&amp;ollendrehzahl</translation></message>
<message><source>Roofs %1 mm and %2 mm down from the top.</source>
<translation>Oberkanten %1 mm und %2 mm unter dem Rand.</translation></message>
<message><source>Rules against setups. %1, %2: %3</source>
<translation>Regeln gegen Aufbauten. %1, %2: %3</translation></message>
<message><source>Rules against setups: none yet</source>
<translation>Regeln gegen Aufbauten: noch keine</translation></message>
<message><source>Rules of thumb, no more: stinger %1 wide and %2 long, belly %3, diffuser %4, baffle %5.</source>
<translation>Faustregeln, nicht mehr: Endrohr %1 weit und %2 lang, Bauch %3, Diffusor %4, Gegenkonus %5.</translation></message>
<message><source>Rules that are kept</source>
<translation>Eingehaltene Regeln</translation></message>
<message><source>Run %1 %2</source>
<translation>Fahrt %1 %2</translation></message>
<message><source>Run %1 · %2</source>
<translation>Fahrt %1 · %2</translation></message>
<message><source>Run %1, picked below</source>
<translation>Fahrt %1, unten ausgewählt</translation></message>
<message><source>Run both ways, slope and wind would all but leave the margin.</source>
<translation>Hin und zurück gefahren, verließen Steigung und Wind die Spanne fast ganz.</translation></message>
<message><source>Running</source>
<translation>Läuft</translation></message>
<message><source>Runs from a standstill, with the weights of machine and rider, are drawn here.</source>
<translation>Fahrten aus dem Stand, mit den Gewichten von Maschine und Fahrer, sind hier gezeichnet.</translation></message>
<message><source>Runs of two setups that begin at rest are set against each other here.</source>
<translation>Fahrten zweier Aufbauten, die im Stand beginnen, werden hier gegeneinandergestellt.</translation></message>
<message><source>Runs with an engine speed beside the road speed are drawn here.</source>
<translation>Fahrten mit einer Drehzahl neben der Fahrgeschwindigkeit sind hier gezeichnet.</translation></message>
<message><source>S&amp;VG…</source>
<translation>S&amp;VG…</translation></message>
<message><source>SHA-256 %1</source>
<translation>SHA-256 %1</translation></message>
<message><source>STOP again  (Esc)</source>
<translation>Noch einmal HALT  (Esc)</translation></message>
<message><source>STOP, %1: %2.</source>
<translation>HALT, %1: %2.</translation></message>
<message><source>STOP: %1.</source>
<translation>HALT: %1.</translation></message>
<message><source>STOP: cut the engine  (Esc)</source>
<translation>HALT: Motor unterbrechen  (Esc)</translation></message>
<message><source>STOP: cut the engine,
then unload  (Esc)</source>
<translation>HALT: Motor unterbrechen,
dann entlasten  (Esc)</translation></message>
<message><source>STOP: unload the brake  (Esc)
It cannot cut: kill switch</source>
<translation>HALT: Bremse entlasten  (Esc)
Unterbricht nicht: Notschalter</translation></message>
<message><source>Say above which setup is on; its tests are written to it.</source>
<translation>Oben sagen, welcher Aufbau drauf ist; seine Prüfungen werden ihm zugeschrieben.</translation></message>
<message><source>Say first what is read: seconds of a cut, litres, a grade.</source>
<translation>Zuerst sagen, was abgelesen wird: Sekunden eines Schnitts, Liter, eine Note.</translation></message>
<message><source>Scatter</source>
<translation>Streuung</translation></message>
<message><source>Second copy</source>
<translation>Zweite Kopie</translation></message>
<message><source>Seconds are by a handbook's drag and no gears; Gears has those. Sound is in the open and from one place: walls, ground and the bike's length change it, and the rule that applies says where and how it is measured.</source>
<translation>Die Sekunden sind mit Handbuchwiderstand und ohne Gänge; die Seite Gänge hat sie. Schall gilt im Freien und von einer Stelle: Wände, Boden und die Länge der Maschine ändern ihn, und die Regel, die gilt, sagt, wo und wie gemessen wird.</translation></message>
<message><source>Seconds of a cut, litres, degrees of flow, a grade from one to ten: type what is read and what it reads, setup by setup, in the order it is done. Each reading counts as one pull.</source>
<translation>Sekunden eines Schnitts, Liter, Grad Durchfluss, eine Note von eins bis zehn: eintippen, was abgelesen wird und wie viel, Aufbau um Aufbau, in der Reihe, in der es geschieht. Jede Ablesung zählt wie ein Lauf.</translation></message>
<message><source>Seconds won over distance</source>
<translation>Gewonnene Sekunden über dem Weg</translation></message>
<message><source>Seconds won to %1, against %2</source>
<translation>Gewonnene Sekunden bis %1, gegen %2</translation></message>
<message><source>Set against it</source>
<translation>Dagegengestellt</translation></message>
<message><source>Set aside: %1</source>
<translation>Beiseitegelegt: %1</translation></message>
<message><source>Set it aside…  (A)</source>
<translation>Beiseitelegen…  (A)</translation></message>
<message><source>Set pull aside</source>
<translation>Lauf beiseitelegen</translation></message>
<message><source>Set this pull aside…</source>
<translation>Diesen Lauf beiseitelegen…</translation></message>
<message><source>Settings</source>
<translation>Einrichten</translation></message>
<message><source>Settled: torque within 1 % and exhaust within %1 from the first half to the second</source>
<translation>Beruhigt: Drehmoment auf 1 % und Auspuff auf %1 von der ersten zur zweiten Hälfte</translation></message>
<message><source>Settling</source>
<translation>Beruhigt sich</translation></message>
<message><source>Setup of the next pulls</source>
<translation>Aufbau der nächsten Läufe</translation></message>
<message><source>Setup of the next runs</source>
<translation>Aufbau der nächsten Fahrten</translation></message>
<message><source>Setups as a family tree</source>
<translation>Aufbauten als Stammbaum</translation></message>
<message><source>Setups by their times</source>
<translation>Aufbauten nach ihren Zeiten</translation></message>
<message><source>Setups that come from another and were pulled or run beside it stand here, the bench's word beside the track's.</source>
<translation>Aufbauten, die von einem anderen kommen und daneben liefen oder fuhren, stehen hier, das Wort des Prüfstands neben dem der Strecke.</translation></message>
<message><source>Share of the run in the band</source>
<translation>Anteil der Fahrt im Band</translation></message>
<message><source>Sheet as PDF</source>
<translation>Blatt als PDF</translation></message>
<message><source>Sheet as drawing (SVG)</source>
<translation>Blatt als Zeichnung (SVG)</translation></message>
<message><source>Sheet as picture (PNG)</source>
<translation>Blatt als Bild (PNG)</translation></message>
<message><source>Sheets of readings</source>
<translation>Blätter mit Ablesungen</translation></message>
<message><source>Sheets of readings (*.csv)</source>
<translation>Blätter mit Ablesungen (*.csv)</translation></message>
<message><source>Shift at %1</source>
<translation>Schalten bei %1</translation></message>
<message><source>Shop's h&amp;ead…</source>
<translation>Briefk&amp;opf…</translation></message>
<message><source>Show it large</source>
<translation>Groß zeigen</translation></message>
<message><source>Show me</source>
<translation>Zeigen</translation></message>
<message><source>Show the files kept with the setup instead of its notes</source>
<translation>Die beim Aufbau verwahrten Dateien statt seiner Notizen zeigen</translation></message>
<message><source>Show what came off and went on, what it cost, and notes</source>
<translation>Zeigen, was ab- und drankam, was es kostete, und Notizen</translation></message>
<message><source>Shows the newest photo of each setup side by side</source>
<translation>Zeigt das neueste Foto jedes Aufbaus nebeneinander</translation></message>
<message><source>Shut the throttle. Clear (C) once it stands still and you know why.</source>
<translation>Gas zu. Lösen (C), wenn sie steht und der Grund bekannt ist.</translation></message>
<message><source>Since no. %1:</source>
<translation>Seit Nr. %1:</translation></message>
<message><source>Slices of half a second: a sweep has no steady points</source>
<translation>Scheiben von einer halben Sekunde: Ein Hochfahren hat keine Beharrungspunkte</translation></message>
<message><source>Slope, uphill positive</source>
<translation>Steigung, bergauf positiv</translation></message>
<message><source>Slow down where there is room; the sound says when it is kept.</source>
<translation>Langsamer werden, wo Platz ist; der Ton sagt, wann sie verwahrt ist.</translation></message>
<message><source>Smallest gain that so many pulls can show</source>
<translation>Kleinster Gewinn, den so viele Läufe zeigen</translation></message>
<message><source>So a result reads</source>
<translation>So liest sich ein Ergebnis</translation></message>
<message><source>Somewhere from %1 to %2, by rules of thumb and not measured: the wheel made %3.</source>
<translation>Irgendwo von %1 bis %2, nach Faustregeln und nicht gemessen: Das Rad machte %3.</translation></message>
<message><source>Sounds</source>
<translation>Töne</translation></message>
<message><source>Speed map</source>
<translation>Drehzahlkarte</translation></message>
<message><source>Speed over distance, as it is run</source>
<translation>Geschwindigkeit über dem Weg, wie gefahren wird</translation></message>
<message><source>Spin the roller up, let go, and let it run. The last coast-down on the Pull station is used; its inertia must be known first.</source>
<translation>Die Rolle hochdrehen, loslassen und laufen lassen. Das letzte Ausrollen unter Lauf wird genommen; ihre Trägheit muss vorher bekannt sein.</translation></message>
<message><source>Squish %1 m/s, highest %2° before top. Piston %3 m/s in the mean, %4 kN at the pin.</source>
<translation>Quetschströmung %1 m/s, am höchsten %2° vor OT. Kolben %3 m/s im Mittel, %4 kN am Bolzen.</translation></message>
<message><source>Stand still</source>
<translation>Stillstehen</translation></message>
<message><source>Stands</source>
<translation>Steht</translation></message>
<message><source>Start the &amp;clock</source>
<translation>&amp;Uhr starten</translation></message>
<message><source>Started</source>
<translation>Begonnen</translation></message>
<message><source>Station pressure [%1]</source>
<translation>Luftdruck am Ort [%1]</translation></message>
<message><source>Steady points: speed, torque, consumption, breathing, whether it had settled</source>
<translation>Beharrungspunkte: Drehzahl, Drehmoment, Verbrauch, Füllung, ob es beruhigt war</translation></message>
<message><source>Step %1 of %2.</source>
<translation>Stufe %1 von %2.</translation></message>
<message><source>Steps</source>
<translation>Stufen</translation></message>
<message><source>Steps: the value of each setup with its margin, and the gain against the one before</source>
<translation>Stufen: der Wert jedes Aufbaus mit seiner Spanne und der Gewinn gegen den davor</translation></message>
<message><source>Still held</source>
<translation>Noch gehalten</translation></message>
<message><source>Still off</source>
<translation>Noch ab</translation></message>
<message><source>Still off, in the order it goes back: %1.</source>
<translation>Noch ab, in der Reihe, in der es zurückgeht: %1.</translation></message>
<message><source>Still open before a pull</source>
<translation>Vor einem Lauf noch offen</translation></message>
<message><source>Still open before riding</source>
<translation>Vor der Fahrt noch offen</translation></message>
<message><source>Stinger bore</source>
<translation>Endrohrbohrung</translation></message>
<message><source>Stinger length</source>
<translation>Endrohrlänge</translation></message>
<message><source>Stop</source>
<translation>Halt</translation></message>
<message><source>Stop here</source>
<translation>Hier anhalten</translation></message>
<message><source>Stop the &amp;clock: %1 min</source>
<translation>&amp;Uhr anhalten: %1 min</translation></message>
<message><source>Stopped; %1 files were not brought in.</source>
<translation>Angehalten; %1 Dateien wurden nicht eingelesen.</translation></message>
<message><source>Stopped; 1 file was not brought in.</source>
<translation>Angehalten; 1 Datei wurde nicht eingelesen.</translation></message>
<message><source>Straps, tyre, joints: each fitting has its own luck. Say so when the same setup was put on anew, and Judge learns what a fitting moves. Press again to take it back.</source>
<translation>Gurte, Reifen, Stöße: Jeder Einbau hat sein eigenes Glück. Sagen, wenn derselbe Aufbau neu angebaut wurde; das Urteil lernt, was ein Einbau bewegt. Noch einmal drücken nimmt es zurück.</translation></message>
<message><source>Swap %1</source>
<translation>%1 tauschen</translation></message>
<message><source>Swap after every pull or two, and choose how many pulls</source>
<translation>Nach jedem oder jedem zweiten Lauf wechseln und selbst wählen, wie viele</translation></message>
<message><source>Swap it</source>
<translation>Tauschen</translation></message>
<message><source>Swee&amp;p</source>
<translation>Hoch&amp;fahren</translation></message>
<message><source>Sweep</source>
<translation>Reihe</translation></message>
<message><source>T&amp;yre, cold</source>
<translation>Re&amp;ifen, kalt</translation></message>
<message><source>Table (CSV)</source>
<translation>Tabelle (CSV)</translation></message>
<message><source>Table and result for office programs (XLSX)</source>
<translation>Tabelle und Ergebnis für Büroprogramme (XLSX)</translation></message>
<message><source>Take %1</source>
<translation>%1 nehmen</translation></message>
<message><source>Take %1 away</source>
<translation>%1 wegnehmen</translation></message>
<message><source>Take %1 off the list</source>
<translation>%1 von der Liste nehmen</translation></message>
<message><source>Take away (can be undone)</source>
<translation>Wegnehmen (lässt sich zurücknehmen)</translation></message>
<message><source>Take from files…</source>
<translation>Aus Dateien nehmen…</translation></message>
<message><source>Take it away  (Delete)</source>
<translation>Wegnehmen  (Entf)</translation></message>
<message><source>Take it off the setup (can be undone); the copy stays in the archive</source>
<translation>Vom Aufbau nehmen (lässt sich zurücknehmen); die Kopie bleibt im Archiv</translation></message>
<message><source>Take me through a first day</source>
<translation>Führ mich durch einen ersten Tag</translation></message>
<message><source>Take over the suspects of: %1</source>
<translation>Verdächtige übernehmen von: %1</translation></message>
<message><source>Take the line out</source>
<translation>Die Zeile streichen</translation></message>
<message><source>Take the plan off</source>
<translation>Abnehmen</translation></message>
<message><source>Take the ring at the end of the line of %1, or the arrow keys, to see where other weights or another spring would hold it.</source>
<translation>Den Ring am Ende der Linie von %1 oder die Pfeiltasten nehmen, um zu sehen, wo andere Gewichte oder eine andere Feder sie hielten.</translation></message>
<message><source>Take the value that was meant</source>
<translation>Den gemeinten Wert nehmen</translation></message>
<message><source>Take this away</source>
<translation>Dies wegnehmen</translation></message>
<message><source>Take this line out</source>
<translation>Diese Zeile streichen</translation></message>
<message><source>Take this note away</source>
<translation>Diese Notiz wegnehmen</translation></message>
<message><source>Take this rule &amp;away</source>
<translation>Diese Regel we&amp;gnehmen</translation></message>
<message><source>Take this test away</source>
<translation>Diese Prüfung wegnehmen</translation></message>
<message><source>Taken apart</source>
<translation>Zerlegt</translation></message>
<message><source>Taken apart (%1 off)</source>
<translation>Zerlegt (%1 ab)</translation></message>
<message><source>Takes over the list of the last job with this machine: parts, sides, torques, notes</source>
<translation>Übernimmt die Liste des letzten Auftrags mit dieser Maschine: Teile, Seiten, Drehmomente, Notizen</translation></message>
<message><source>Taking in %1…</source>
<translation>%1 wird aufgenommen…</translation></message>
<message><source>Temperature</source>
<translation>Temperatur</translation></message>
<message><source>Temperatures at the start</source>
<translation>Temperaturen am Anfang</translation></message>
<message><source>Terms</source>
<translation>Bedingungen</translation></message>
<message><source>Terms, printed at the foot</source>
<translation>Bedingungen, unten gedruckt</translation></message>
<message><source>Tested so far</source>
<translation>Bisher geprüft</translation></message>
<message><source>Text</source>
<translation>Schrift</translation></message>
<message><source>That is above the engine's best band (%1 to %2 rpm): heavier weights lower it.</source>
<translation>Das liegt über dem besten Band des Motors (%1 bis %2 rpm): schwerere Gewichte senken es.</translation></message>
<message><source>That is below the engine's best band (%1 to %2 rpm): lighter weights lift it.</source>
<translation>Das liegt unter dem besten Band des Motors (%1 bis %2 rpm): leichtere Gewichte heben es.</translation></message>
<message><source>That is far outside its own (they lie within %1 %): look for the reason before it counts.</source>
<translation>Das ist weit außerhalb der seinen (sie liegen innerhalb %1 %): den Grund suchen, bevor er zählt.</translation></message>
<message><source>That is inside the engine's best band, %1 to %2 rpm.</source>
<translation>Das liegt im besten Band des Motors, %1 bis %2 rpm.</translation></message>
<message><source>That is the end of what was tried: the best may lie beyond.</source>
<translation>Das ist das Ende des Versuchten: Das Beste kann dahinter liegen.</translation></message>
<message><source>That is the machine's memory: it is gone when the machine is switched off.</source>
<translation>Das ist der Speicher des Rechners: Es ist fort, wenn er ausgeht.</translation></message>
<message><source>That is the same disk: it helps against mistakes, not against a dead disk.</source>
<translation>Das ist dieselbe Platte: Es hilft gegen Fehler, nicht gegen eine tote Platte.</translation></message>
<message><source>That rests on the curve beyond its pulls, drawn dashed: a guess. Pull further before you believe it.</source>
<translation>Das ruht auf der Kurve jenseits ihrer Läufe, gestrichelt: geraten. Weiter hinauf laufen lassen, bevor Sie es glauben.</translation></message>
<message><source>That was a first day. F1 opens the manual at what is on the screen; Ctrl+K finds the rest.</source>
<translation>Das war ein erster Tag. F1 öffnet das Handbuch bei dem, was zu sehen ist; Strg+K findet den Rest.</translation></message>
<message><source>The air alone, mixture as it was: jet %1; left alone it is %2 % %3.</source>
<translation>Die Luft allein, Gemisch wie es war: Düse %1; belassen ist es %2 % %3.</translation></message>
<message><source>The air and what the standards make of it</source>
<translation>Die Luft und was die Normen daraus machen</translation></message>
<message><source>The bands hold for all setups and the whole range together, %1 %.</source>
<translation>Die Bänder gelten für alle Aufbauten und den ganzen Bereich zusammen, %1 %.</translation></message>
<message><source>The belt would sit on the shaft: that much shim or wear leaves it nothing to climb on.</source>
<translation>Der Riemen säße auf der Welle: So viel Scheibe oder Verschleiß lässt ihm nichts zum Steigen.</translation></message>
<message><source>The bench</source>
<translation>Der Prüfstand</translation></message>
<message><source>The bench's power does not explain %1 of %2 parts: clutch, belt, a spinning tyre, a shift and gusts are not in it.</source>
<translation>Die Leistung des Prüfstands erklärt %1 von %2 Teilen nicht: Kupplung, Riemen, ein durchdrehender Reifen, Schalten und Böen sind nicht darin.</translation></message>
<message><source>The bench's power explains every part of its run.</source>
<translation>Die Leistung des Prüfstands erklärt jeden Teil der Fahrt.</translation></message>
<message><source>The best lies between %1 and %2%3.</source>
<translation>Das Beste liegt zwischen %1 und %2%3.</translation></message>
<message><source>The best value at each engine speed</source>
<translation>Der beste Wert bei jeder Drehzahl</translation></message>
<message><source>The change is what counts: another road, day or rider gives other times. Closed ground or where it is allowed; local law applies.</source>
<translation>Es zählt die Änderung: Andere Straße, anderer Tag oder Fahrer gibt andere Zeiten. Abgesperrtes Gelände oder wo es erlaubt ist; es gilt das Recht vor Ort.</translation></message>
<message><source>The change is what counts: two benches never agree on absolute figures.</source>
<translation>Es zählt die Änderung: Zwei Prüfstände sind sich über absolute Zahlen nie einig.</translation></message>
<message><source>The claim</source>
<translation>Die Behauptung</translation></message>
<message><source>The clock stands before the last copy, so its age is not known.</source>
<translation>Die Uhr steht vor der letzten Kopie, darum ist deren Alter nicht bekannt.</translation></message>
<message><source>The curve was not measured at the wheel: the thrust is too high by what the driveline loses.</source>
<translation>Die Kurve wurde nicht am Rad gemessen: Die Zugkraft ist um das zu hoch, was der Antrieb kostet.</translation></message>
<message><source>The curves are drawn from lift and duration, no cam is exactly so. What a centre is worth on this engine only its pulls say; the last word on room has clay or a light spring.</source>
<translation>Die Kurven sind aus Hub und Dauer gezeichnet; keine Nockenwelle ist genau so. Was eine Mitte an diesem Motor wert ist, sagen nur seine Läufe; das letzte Wort zum Freigang hat Knete oder eine leichte Feder.</translation></message>
<message><source>The cylinder cut open</source>
<translation>Der Zylinder im Schnitt</translation></message>
<message><source>The cylinders differ: %1</source>
<translation>Die Zylinder unterscheiden sich: %1</translation></message>
<message><source>The cylinders, bore and stroke to scale</source>
<translation>Die Zylinder, Bohrung und Hub maßstäblich</translation></message>
<message><source>The damaged database is kept as %1.</source>
<translation>Die beschädigte Datenbank bleibt verwahrt als %1.</translation></message>
<message><source>The exhaust window is %1 % of the bore: above 65 % rings wear soon.</source>
<translation>Das Auslassfenster ist %1 % der Bohrung: Über 65 % verschleißen Ringe bald.</translation></message>
<message><source>The exhaust window is %1 % of the bore: without a bridge the rings will catch.</source>
<translation>Das Auslassfenster ist %1 % der Bohrung: Ohne Steg haken die Ringe ein.</translation></message>
<message><source>The fault is not found yet</source>
<translation>Der Fehler ist noch nicht gefunden</translation></message>
<message><source>The file as it is</source>
<translation>Die Datei, wie sie ist</translation></message>
<message><source>The filter is small for this speed: it will cost at the top and choke as it fills with dust.</source>
<translation>Der Filter ist klein für diese Drehzahl: Er kostet oben und würgt, wenn er staubig wird.</translation></message>
<message><source>The first heats of a new belt, clutch, pad or ring: its pulls are kept and set aside, until you say that it has bedded in</source>
<translation>Die ersten Erwärmungen von neuem Riemen, Kupplung, Belag oder Ring: Ihre Läufe werden verwahrt und beiseitegelegt, bis Sie sagen, dass es eingefahren ist</translation></message>
<message><source>The first visit in the book.</source>
<translation>Der erste Besuch im Buch.</translation></message>
<message><source>The gain in per cent of the base (P)</source>
<translation>Der Gewinn in Prozent der Basis (P)</translation></message>
<message><source>The gain of every setup over engine speed, one row each, in one scale</source>
<translation>Der Gewinn jedes Aufbaus über der Drehzahl, je eine Zeile, alle im selben Maßstab</translation></message>
<message><source>The gain that would matter to you</source>
<translation>Der Gewinn, der für Sie zählen würde</translation></message>
<message><source>The guesses of this job are opened; no more are taken.</source>
<translation>Die Schätzungen dieses Auftrags sind offen; es werden keine mehr angenommen.</translation></message>
<message><source>The intake opens %1° before top then; 1 mm off the skirt makes it %2°.</source>
<translation>Der Einlass öffnet dann %1° vor OT; 1 mm vom Hemd macht %2° daraus.</translation></message>
<message><source>The last run</source>
<translation>Die letzte Fahrt</translation></message>
<message><source>The machine</source>
<translation>Die Maschine</translation></message>
<message><source>The machine's own book</source>
<translation>Das eigene Buch der Maschine</translation></message>
<message><source>The maker's claim</source>
<translation>Die Herstellerangabe</translation></message>
<message><source>The margin, along the run: mass %1 %, air and tyres %2 %, slope %3 %, wind %4 %, and what the runs differ in. All but the last is the same for both sides.</source>
<translation>Die Spanne entlang der Fahrt: Masse %1 %, Luft und Reifen %2 %, Steigung %3 %, Wind %4 % und was die Fahrten unterscheidet. Alles außer dem Letzten ist für beide Seiten gleich.</translation></message>
<message><source>The mean difference was %1 and is now %2.</source>
<translation>Der mittlere Unterschied war %1 und ist jetzt %2.</translation></message>
<message><source>The mixture was stepped on purpose (%1). As air to fuel: %2</source>
<translation>Das Gemisch wurde mit Absicht gestuft (%1). Als Luft zu Kraftstoff: %2</translation></message>
<message><source>The next point is then chosen from the safe side first</source>
<translation>Der nächste Punkt wird dann zuerst von der sicheren Seite gewählt</translation></message>
<message><source>The next pulls are of</source>
<translation>Die nächsten Läufe sind von</translation></message>
<message><source>The oil takes the fuel's place in the jet: %1 % %2 by that alone.</source>
<translation>Das Öl nimmt dem Kraftstoff in der Düse Platz: %1 % %2 allein dadurch.</translation></message>
<message><source>The order</source>
<translation>Die Annahme</translation></message>
<message><source>The picture cannot be read</source>
<translation>Das Bild ist nicht lesbar</translation></message>
<message><source>The plan</source>
<translation>Der Plan</translation></message>
<message><source>The pull could not be kept yet: %1. It is tried again every few seconds.</source>
<translation>Der Lauf ließ sich noch nicht verwahren: %1. Alle paar Sekunden wird es wieder versucht.</translation></message>
<message><source>The pull could not be kept: %1. It stays in the capture and is offered at the next start.</source>
<translation>Der Lauf ließ sich nicht verwahren: %1. Er bleibt im Mitschnitt und wird beim nächsten Start angeboten.</translation></message>
<message><source>The pull could not be kept: no archive is open. It stays in the capture and is offered at the next start.</source>
<translation>Der Lauf ließ sich nicht verwahren: Kein Archiv ist offen. Er bleibt im Mitschnitt und wird beim nächsten Start angeboten.</translation></message>
<message><source>The pull is kept in %1.</source>
<translation>Der Lauf ist verwahrt in %1.</translation></message>
<message><source>The pull is kept now.</source>
<translation>Der Lauf ist jetzt verwahrt.</translation></message>
<message><source>The pull is kept. Look at its card.</source>
<translation>Der Lauf ist verwahrt. Seine Karte ansehen.</translation></message>
<message><source>The pulls of a job stand here in the order they were made.</source>
<translation>Hier stehen die Läufe eines Auftrags in der Reihe, in der sie gemacht wurden.</translation></message>
<message><source>The pulls show %1 : 1. Change this cell of the map by %2 % to have %3 : 1.</source>
<translation>Die Läufe zeigen %1 : 1. Diese Zelle des Kennfelds um %2 % ändern für %3 : 1.</translation></message>
<message><source>The question</source>
<translation>Die Frage</translation></message>
<message><source>The receiver does not see the sky yet, or no more.</source>
<translation>Der Empfänger sieht den Himmel noch nicht oder nicht mehr.</translation></message>
<message><source>The records at %1 are not to be seen: is the disk plugged in? Open another archive, or plug it in and start again.</source>
<translation>Die Aufzeichnungen bei %1 sind nicht zu sehen: Ist die Platte angesteckt? Ein anderes Archiv öffnen oder anstecken und neu starten.</translation></message>
<message><source>The rules</source>
<translation>Die Regeln</translation></message>
<message><source>The rules of this job allow %1 dB, at the place and speed they name.</source>
<translation>Die Regeln dieses Auftrags erlauben %1 dB, an der Stelle und Drehzahl, die sie nennen.</translation></message>
<message><source>The run is being kept.</source>
<translation>Die Fahrt wird verwahrt.</translation></message>
<message><source>The runs do not say their air: 1.2 kg/m³ is taken, and the bench stands as corrected.</source>
<translation>Die Fahrten sagen ihre Luft nicht: 1,2 kg/m³ ist angenommen, und der Prüfstand steht, wie er korrigiert ist.</translation></message>
<message><source>The runs to come</source>
<translation>Die kommenden Fahrten</translation></message>
<message><source>The same for every pull</source>
<translation>Für jeden Lauf gleich</translation></message>
<message><source>The same lines, nothing ticked (can be undone)</source>
<translation>Dieselben Zeilen, nichts abgehakt (lässt sich zurücknehmen)</translation></message>
<message><source>The scatter is not known</source>
<translation>Die Streuung ist nicht bekannt</translation></message>
<message><source>The second copy: the stick or disk it lies on, or its folder jolly-ram-copy-…</source>
<translation>Die zweite Kopie: der Stick oder die Platte, auf der sie liegt, oder ihr Ordner jolly-ram-copy-…</translation></message>
<message><source>The setup whose parts and pulls fill the pages, and that a pinned one comes from</source>
<translation>Der Aufbau, dessen Teile und Läufe die Seiten füllen und von dem ein angehefteter kommt</translation></message>
<message><source>The setups cannot be ranked by this use.</source>
<translation>Die Aufbauten lassen sich nach dieser Nutzung nicht ordnen.</translation></message>
<message><source>The setups cannot be ranked.</source>
<translation>Die Aufbauten lassen sich nicht ordnen.</translation></message>
<message><source>The sheet as it was handed over</source>
<translation>Das Blatt, wie es übergeben wurde</translation></message>
<message><source>The sheet as it will print</source>
<translation>Das Blatt, wie es gedruckt wird</translation></message>
<message><source>The shifts you try cost %1 s over the same road (%2 to %3).</source>
<translation>Ihr Schalten kostet %1 s auf derselben Straße (%2 bis %3).</translation></message>
<message><source>The shifts you try cost nothing that could be timed.</source>
<translation>Ihr Schalten kostet nichts, was sich stoppen ließe.</translation></message>
<message><source>The shifts you try win %1 s over the same road (cost: %2 to %3).</source>
<translation>Ihr Schalten gewinnt %1 s auf derselben Straße (Kosten: %2 bis %3).</translation></message>
<message><source>The shop's head on the sheet</source>
<translation>Der Briefkopf der Werkstatt auf dem Blatt</translation></message>
<message><source>The shop's mark</source>
<translation>Das Zeichen der Werkstatt</translation></message>
<message><source>The simulated bench is not installed beside the program.</source>
<translation>Der simulierte Prüfstand ist nicht neben dem Programm installiert.</translation></message>
<message><source>The sitting</source>
<translation>Die Sitzung</translation></message>
<message><source>The steps cannot be set beside one another.</source>
<translation>Die Stufen lassen sich nicht nebeneinanderstellen.</translation></message>
<message><source>The stop holds the piston %1° off the top: screw it in further, or the readings are on the wrong side.</source>
<translation>Der Anschlag hält den Kolben %1° von OT: weiter einschrauben, oder die Ablesungen sind auf der falschen Seite.</translation></message>
<message><source>The strip</source>
<translation>Der Streifen</translation></message>
<message><source>The trial restore did not come out the same: %1</source>
<translation>Die probeweise Rückholung kam nicht gleich heraus: %1</translation></message>
<message><source>The two sides chosen on Difference are set against each other; the others are drawn.</source>
<translation>Die zwei unter Unterschied gewählten Seiten werden gegeneinandergestellt; die anderen sind gezeichnet.</translation></message>
<message><source>The two visits have too little in common to be set against each other.</source>
<translation>Die beiden Besuche haben zu wenig gemeinsam, um verglichen zu werden.</translation></message>
<message><source>The value</source>
<translation>Der Wert</translation></message>
<message><source>The whole job as one file that another Jolly Ram takes in</source>
<translation>Der ganze Auftrag als eine Datei, die ein anderes Jolly Ram aufnimmt</translation></message>
<message><source>The workbook could not be made.</source>
<translation>Die Arbeitsmappe ließ sich nicht herstellen.</translation></message>
<message><source>Then %1 against %2 pulls counted, now %3 against %4.</source>
<translation>Damals zählten %1 gegen %2 Läufe, jetzt %3 gegen %4.</translation></message>
<message><source>Then %1 stood against %2, now %3 against %4.</source>
<translation>Damals stand %1 gegen %2, jetzt %3 gegen %4.</translation></message>
<message><source>Then it was corrected by %1, now by %2.</source>
<translation>Damals war nach %1 korrigiert, jetzt nach %2.</translation></message>
<message><source>There are no jobs here yet.

Begin one with its name (Ctrl+N) and write down what is to be found out, or bring in the pulls of two setups — say, three with the standard part and three with the new one — and the difference is judged at once.</source>
<translation>Hier gibt es noch keine Aufträge.

Einen mit seinem Namen beginnen (Strg+N) und aufschreiben, was herauszufinden ist, oder die Läufe zweier Aufbauten einlesen – etwa drei mit dem Serienteil und drei mit dem neuen –, und der Unterschied wird sofort beurteilt.</translation></message>
<message><source>There are no pulls in this job yet.</source>
<translation>In diesem Auftrag gibt es noch keine Läufe.</translation></message>
<message><source>There are no pulls in this job yet. Import some to begin.</source>
<translation>In diesem Auftrag gibt es noch keine Läufe. Zu Beginn welche einlesen.</translation></message>
<message><source>There is no second copy. A dead disk takes everything that is on it.</source>
<translation>Es gibt keine zweite Kopie. Eine tote Platte nimmt alles mit, was auf ihr ist.</translation></message>
<message><source>There is no setup "%1" in this job. Add it on Ask.</source>
<translation>In diesem Auftrag gibt es keinen Aufbau „%1“. Unter Fragen anlegen.</translation></message>
<message><source>There is no setup yet: write one into the question.</source>
<translation>Noch gibt es keinen Aufbau: einen in die Frage schreiben.</translation></message>
<message><source>There is nothing to hand over yet: open a job with two setups.</source>
<translation>Noch gibt es nichts zu übergeben: einen Auftrag mit zwei Aufbauten öffnen.</translation></message>
<message><source>There is nothing to show yet.</source>
<translation>Noch gibt es nichts zu zeigen.</translation></message>
<message><source>There is nothing to tell of this yet.</source>
<translation>Davon ist noch nichts zu erzählen.</translation></message>
<message><source>There is nothing to write yet.</source>
<translation>Noch gibt es nichts zu schreiben.</translation></message>
<message><source>There is work since the second copy of today.</source>
<translation>Seit der zweiten Kopie von heute gibt es Arbeit.</translation></message>
<message><source>There is work since the second copy, which is %1 days old.</source>
<translation>Seit der zweiten Kopie gibt es Arbeit; sie ist %1 Tage alt.</translation></message>
<message><source>There is work since the second copy, which is 1 day old.</source>
<translation>Seit der zweiten Kopie gibt es Arbeit; sie ist 1 Tag alt.</translation></message>
<message><source>There it makes %1, give or take %2.</source>
<translation>Dort macht es %1, plus oder minus %2.</translation></message>
<message><source>These records name %1. Choose that place if it is yours.</source>
<translation>Diese Aufzeichnungen nennen %1. Wählen Sie den Ort, wenn es Ihrer ist.</translation></message>
<message><source>They cannot be set against one another.</source>
<translation>Sie lassen sich nicht gegeneinanderstellen.</translation></message>
<message><source>They differ because one follows a wave running to and fro and the other lets cylinder and runner hum like a bottle; real engines lie between, and only pulls tell where.</source>
<translation>Sie unterscheiden sich, weil die eine einer hin- und herlaufenden Welle folgt und die andere Zylinder und Rohr wie eine Flasche summen lässt; wirkliche Motoren liegen dazwischen, und nur Läufe sagen wo.</translation></message>
<message><source>They do not add up: together they are %1 less than their sum, give or take %2.</source>
<translation>Sie summieren sich nicht: Zusammen sind sie %1 weniger als ihre Summe, plus oder minus %2.</translation></message>
<message><source>They help each other: together they are %1 more than their sum, give or take %2.</source>
<translation>Sie helfen einander: Zusammen sind sie %1 mehr als ihre Summe, plus oder minus %2.</translation></message>
<message><source>They help each other: together they are more than added up.</source>
<translation>Sie helfen einander: Zusammen sind sie mehr als zusammengezählt.</translation></message>
<message><source>They lie within %1 %: it sits among its own.</source>
<translation>Sie liegen innerhalb %1 %: Er sitzt unter den seinen.</translation></message>
<message><source>They stand in each other's way: together they are less than added up.</source>
<translation>Sie stehen sich im Weg: Zusammen sind sie weniger als zusammengezählt.</translation></message>
<message><source>They stay on the disk and are offered again at the next start.</source>
<translation>Sie bleiben auf der Platte und werden beim nächsten Start wieder angeboten.</translation></message>
<message><source>Thin: single runs. In one gear a run follows its ray; on a belt it stays between the drive's two ends. A receiver tells a little late, so a thread leans to the left where it accelerates hardest.</source>
<translation>Dünn: einzelne Fahrten. In einem Gang folgt eine Fahrt ihrem Strahl; am Riemen bleibt sie zwischen den zwei Enden des Antriebs. Ein Empfänger sagt es etwas spät, darum neigt sich ein Faden nach links, wo er am stärksten beschleunigt.</translation></message>
<message><source>This bench can be asked to</source>
<translation>Dieser Prüfstand lässt sich bitten</translation></message>
<message><source>This bench in earlier jobs (%1):</source>
<translation>Dieser Prüfstand in früheren Aufträgen (%1):</translation></message>
<message><source>This cannot be</source>
<translation>Das kann nicht sein</translation></message>
<message><source>This cross cannot be worked out.</source>
<translation>Dieses Kreuz lässt sich nicht ausrechnen.</translation></message>
<message><source>This is a trial: the folder goes when the program ends.</source>
<translation>Dies ist ein Versuch: Der Ordner geht, wenn das Programm endet.</translation></message>
<message><source>This is no frozen sheet, or it is damaged.</source>
<translation>Dies ist kein verwahrtes Blatt, oder es ist beschädigt.</translation></message>
<message><source>This job has a setup called %1 already.</source>
<translation>Dieser Auftrag hat schon einen Aufbau namens %1.</translation></message>
<message><source>This job has no runs on the road yet. Go through "Before", then ride with a satellite receiver on closed ground or where it is allowed: listened to on "Ride", or as a file brought in afterwards (Ctrl+I): text, GPX or NMEA.</source>
<translation>Dieser Auftrag hat noch keine Fahrten auf der Straße. „Vorher“ durchgehen, dann mit einem Satellitenempfänger auf abgesperrtem Gelände fahren oder wo es erlaubt ist: unter „Fahren“ zugehört oder danach als Datei eingelesen (Strg+I): Text, GPX oder NMEA.</translation></message>
<message><source>This job's machine</source>
<translation>Die Maschine dieses Auftrags</translation></message>
<message><source>This power does not surely carry it to 100 km/h: what a kilogram is worth there has no number.</source>
<translation>Diese Leistung trägt es nicht sicher bis 100 km/h: Was ein Kilogramm dort wert ist, hat keine Zahl.</translation></message>
<message><source>This sweep cannot be worked out.</source>
<translation>Diese Reihe lässt sich nicht ausrechnen.</translation></message>
<message><source>Throttle, mixture and air</source>
<translation>Gas, Gemisch und Luft</translation></message>
<message><source>Thrust</source>
<translation>Zugkraft</translation></message>
<message><source>Thrust of each gear over road speed</source>
<translation>Zugkraft jedes Gangs über der Fahrgeschwindigkeit</translation></message>
<message><source>Tick a part's box when the change before it forced it (rejetting for a carburettor): the credit is then one.</source>
<translation>Das Kästchen eines Teils setzen, wenn die Änderung davor es erzwang (neue Düse zum Vergaser): Der Verdienst ist dann einer.</translation></message>
<message><source>Times as they would have been in the air of the standard above, by the rule of the cube root. As run is the default.</source>
<translation>Zeiten, wie sie in der Luft der Norm oben gewesen wären, nach der Kubikwurzelregel. Üblich ist: wie gefahren.</translation></message>
<message><source>Times at %1</source>
<translation>Zeiten bei %1</translation></message>
<message><source>Times at the marks</source>
<translation>Zeiten an den Marken</translation></message>
<message><source>Timing circle and unrolled cylinder</source>
<translation>Steuerdiagramm und abgewickelter Zylinder</translation></message>
<message><source>To</source>
<translation>Nach</translation></message>
<message><source>To do: %1.</source>
<translation>Zu tun: %1.</translation></message>
<message><source>To know beside the result</source>
<translation>Zum Ergebnis zu wissen</translation></message>
<message><source>To know which did it, pull also: %1.</source>
<translation>Um zu wissen, was es war, auch laufen lassen: %1.</translation></message>
<message><source>To look at again</source>
<translation>Wieder anzusehen</translation></message>
<message><source>To look at again after this job</source>
<translation>Nach diesem Auftrag wieder ansehen</translation></message>
<message><source>To look at now: %1.</source>
<translation>Jetzt anzusehen: %1.</translation></message>
<message><source>To see and to hear</source>
<translation>Zum Sehen und Hören</translation></message>
<message><source>To this speed</source>
<translation>Bis zu dieser Drehzahl</translation></message>
<message><source>To try it: two strangers' logs are waiting.</source>
<translation>Zum Ausprobieren: Zwei fremde Logs liegen bereit.</translation></message>
<message><source>Together they are worth %1</source>
<translation>Zusammen sind sie %1 wert</translation></message>
<message><source>Together they are worth %1 ± %2</source>
<translation>Zusammen sind sie %1 ± %2 wert</translation></message>
<message><source>Too few pulls to show scatter.</source>
<translation>Zu wenige Läufe, um Streuung zu zeigen.</translation></message>
<message><source>Top centre reads %1°</source>
<translation>OT liest %1°</translation></message>
<message><source>Torque</source>
<translation>Drehmoment</translation></message>
<message><source>Trapped, above the exhaust port: %1 : 1.</source>
<translation>Gefangen, über dem Auslassschlitz: %1 : 1.</translation></message>
<message><source>Try a simulated one</source>
<translation>Einen simulierten probieren</translation></message>
<message><source>Trying a restore in a folder of its own; the records are only read.</source>
<translation>Probiert eine Rückholung in einem eigenen Ordner; die Aufzeichnungen werden nur gelesen.</translation></message>
<message><source>Trying plans on the judge…</source>
<translation>Pläne werden am Urteil erprobt…</translation></message>
<message><source>Tuned to %1</source>
<translation>Abgestimmt auf %1</translation></message>
<message><source>Turn by hand, plug out, ignition off: a stop in the way of a turning engine breaks the piston.</source>
<translation>Von Hand drehen, Kerze heraus, Zündung aus: Ein Anschlag im Weg eines drehenden Motors bricht den Kolben.</translation></message>
<message><source>Turn the page</source>
<translation>Umblättern</translation></message>
<message><source>Two coast-downs are needed: the roller bare, and with something known added.</source>
<translation>Zweimal ausrollen ist nötig: die Rolle leer und mit etwas Bekanntem dazu.</translation></message>
<message><source>Two setups with runs that count stand here as steps, by their times at a mark.</source>
<translation>Zwei Aufbauten mit Fahrten, die zählen, stehen hier als Stufen, nach ihren Zeiten an einer Marke.</translation></message>
<message><source>Type the pressure as the station shows it, not reduced to the sea: the two are 12 hPa apart for each 100 m.</source>
<translation>Den Druck eintragen, wie die Station ihn zeigt, nicht auf Meereshöhe umgerechnet: Die zwei liegen je 100 m 12 hPa auseinander.</translation></message>
<message><source>Tyres, joints, manifolds</source>
<translation>Reifen, Stöße, Saugrohre</translation></message>
<message><source>Under 0.5 mm the piston may meet the head when the rod is hot and stretched.</source>
<translation>Unter 0,5 mm kann der Kolben den Kopf treffen, wenn das Pleuel heiß und gereckt ist.</translation></message>
<message><source>Undo</source>
<translation>Rückgängig</translation></message>
<message><source>Units</source>
<translation>Einheiten</translation></message>
<message><source>Units (Alt+U)</source>
<translation>Einheiten (Alt+U)</translation></message>
<message><source>Unlike weights that do not alternate round the drum: it runs out of balance and wears unevenly. Lay them in turn.</source>
<translation>Ungleiche Gewichte, die sich rundum nicht abwechseln: läuft unwuchtig und verschleißt ungleich. Abwechselnd einlegen.</translation></message>
<message><source>Used against what was quoted</source>
<translation>Verbraucht gegen das Angebot</translation></message>
<message><source>Visits of this machine</source>
<translation>Besuche dieser Maschine</translation></message>
<message><source>Volume %1 cm³. Cones: diffuser %2°, baffle %3°.</source>
<translation>Volumen %1 cm³. Konen: Diffusor %2°, Gegenkonus %3°.</translation></message>
<message><source>Walk-round</source>
<translation>Rundgang</translation></message>
<message><source>Walk-round (%1)</source>
<translation>Rundgang (%1)</translation></message>
<message><source>Warm up</source>
<translation>Warmfahren</translation></message>
<message><source>Was here before on %1: %2.</source>
<translation>War schon hier am %1: %2.</translation></message>
<message><source>Water in it: %1 hPa of its pressure, %2 grains a pound.</source>
<translation>Wasser darin: %1 hPa ihres Drucks, %2 grains je Pfund.</translation></message>
<message><source>Wave school: on order %1 it suits %2. Resonator school: %3.</source>
<translation>Wellenschule: In Ordnung %1 passt er zu %2. Resonatorschule: %3.</translation></message>
<message><source>Weight</source>
<translation>Gewicht</translation></message>
<message><source>Weights</source>
<translation>Gewichte</translation></message>
<message><source>Weights and readings</source>
<translation>Gewichte und Ablesungen</translation></message>
<message><source>Weights round the drum</source>
<translation>Gewichte rund um die Trommel</translation></message>
<message><source>Wha&amp;t changed?</source>
<translation>&amp;Was ist anders?</translation></message>
<message><source>What another mixture is worth cannot be told: %1.</source>
<translation>Was ein anderes Gemisch wert ist, ist nicht zu sagen: %1.</translation></message>
<message><source>What came instead of %1</source>
<translation>Was statt %1 kam</translation></message>
<message><source>What came of it</source>
<translation>Was dabei herauskam</translation></message>
<message><source>What changed in the file</source>
<translation>Was in der Datei geändert ist</translation></message>
<message><source>What counts</source>
<translation>Was zählt</translation></message>
<message><source>What each column becomes</source>
<translation>Was aus jeder Spalte wird</translation></message>
<message><source>What each part is worth alone, together, and their sum</source>
<translation>Was jedes Teil allein wert ist, zusammen, und ihre Summe</translation></message>
<message><source>What if? %1</source>
<translation>Was wäre, wenn? %1</translation></message>
<message><source>What is compared</source>
<translation>Was verglichen wird</translation></message>
<message><source>What is fitted</source>
<translation>Was angebaut ist</translation></message>
<message><source>What is handed over is kept with its figures, and never changes.</source>
<translation>Was übergeben wird, bleibt mit seinen Zahlen verwahrt und ändert sich nie.</translation></message>
<message><source>What is it called?</source>
<translation>Wie heißt er?</translation></message>
<message><source>What is known of the bench; write over a value to change it from now on</source>
<translation>Was vom Prüfstand bekannt ist; einen Wert überschreiben ändert ihn von jetzt an</translation></message>
<message><source>What is put back between, to tell drift by</source>
<translation>Was dazwischen zurückgebaut wird, um den Gang des Tages zu erkennen</translation></message>
<message><source>What is read</source>
<translation>Was abgelesen wird</translation></message>
<message><source>What is shown under the power</source>
<translation>Was unter der Leistung gezeigt wird</translation></message>
<message><source>What is this margin?</source>
<translation>Was ist diese Spanne?</translation></message>
<message><source>What is wrong</source>
<translation>Was falsch ist</translation></message>
<message><source>What it &amp;does</source>
<translation>Was sie &amp;macht</translation></message>
<message><source>What it &amp;was</source>
<translation>Was es &amp;war</translation></message>
<message><source>What it changes against its parent</source>
<translation>Was er ändert</translation></message>
<message><source>What it could be, easiest first</source>
<translation>Was es sein könnte, das Leichteste zuerst</translation></message>
<message><source>What it did: %1.</source>
<translation>Was sie machte: %1.</translation></message>
<message><source>What it does not show is another bench or the road.</source>
<translation>Nicht gezeigt ist ein anderer Prüfstand oder die Straße.</translation></message>
<message><source>What it does not show is another day, another bench or the road.</source>
<translation>Nicht gezeigt ist ein anderer Tag, ein anderer Prüfstand oder die Straße.</translation></message>
<message><source>What it does not show is another day, bench or road.</source>
<translation>Nicht gezeigt ist ein anderer Tag, Prüfstand oder die Straße.</translation></message>
<message><source>What it is about</source>
<translation>Worum es geht</translation></message>
<message><source>What it made stands below.</source>
<translation>Was sie brachte, steht unten.</translation></message>
<message><source>What it tells</source>
<translation>Was es erzählt</translation></message>
<message><source>What kind of rule</source>
<translation>Welche Art Regel</translation></message>
<message><source>What may be said of each stretch, and the working band</source>
<translation>Was von jeder Strecke zu sagen ist, und der Arbeitsbereich</translation></message>
<message><source>What the crank may make</source>
<translation>Was die Kurbelwelle machen mag</translation></message>
<message><source>What the hand holds</source>
<translation>Was die Hand hält</translation></message>
<message><source>What the setups have to keep</source>
<translation>Was die Aufbauten einhalten müssen</translation></message>
<message><source>What the sheet tells</source>
<translation>Was das Blatt erzählt</translation></message>
<message><source>What the steps came to</source>
<translation>Was die Stufen brachten</translation></message>
<message><source>What they complain of</source>
<translation>Worüber geklagt wird</translation></message>
<message><source>What they want</source>
<translation>Was gewünscht wird</translation></message>
<message><source>What this file becomes</source>
<translation>Was aus dieser Datei wird</translation></message>
<message><source>What this pull measured beside the power</source>
<translation>Was dieser Lauf neben der Leistung maß</translation></message>
<message><source>What to do next</source>
<translation>Was als Nächstes zu tun ist</translation></message>
<message><source>What to look at again</source>
<translation>Was wieder anzusehen ist</translation></message>
<message><source>What was added</source>
<translation>Was dazukam</translation></message>
<message><source>What was compared: %1 (%2 pulls) against %3 (%4 pulls).</source>
<translation>Was verglichen wurde: %1 (%2 Läufe) gegen %3 (%4 Läufe).</translation></message>
<message><source>What was done? From the next pull on the base is a new one; the old one stays.</source>
<translation>Was wurde getan? Ab dem nächsten Lauf ist die Basis eine neue; die alte bleibt.</translation></message>
<message><source>What was found</source>
<translation>Was gefunden wurde</translation></message>
<message><source>What was handed over, as it was then</source>
<translation>Was übergeben wurde, wie es damals war</translation></message>
<message><source>What was it worth?</source>
<translation>Was war es wert?</translation></message>
<message><source>What was measured beside the power</source>
<translation>Was neben der Leistung gemessen wurde</translation></message>
<message><source>What was measured beside the power, both sides over the range</source>
<translation>Was neben der Leistung gemessen wurde, beide Seiten über dem Bereich</translation></message>
<message><source>What was measured for the calibration, and the line through it</source>
<translation>Was für die Kalibrierung gemessen wurde, und die Linie hindurch</translation></message>
<message><source>What was on the roller</source>
<translation>Was auf der Rolle war</translation></message>
<message><source>What was stepped</source>
<translation>Was gestuft wurde</translation></message>
<message><source>What weights are written in</source>
<translation>Worin Gewichte geschrieben werden</translation></message>
<message><source>What will it be worth?</source>
<translation>Was wird es wert sein?</translation></message>
<message><source>What would count</source>
<translation>Was gelten soll</translation></message>
<message><source>What you ask for cannot be shown in one sitting: make the bench repeat better first.</source>
<translation>Was Sie fragen, lässt sich in einer Sitzung nicht zeigen: Der Prüfstand muss sich erst besser wiederholen.</translation></message>
<message><source>What you want to do or to know</source>
<translation>Was Sie tun oder wissen wollen</translation></message>
<message><source>When a pull was measured at the wheel, three schools' estimates stand here, each with its range.</source>
<translation>Wurde ein Lauf am Rad gemessen, stehen hier die Schätzungen dreier Schulen, jede mit ihrem Bereich.</translation></message>
<message><source>When the clock starts</source>
<translation>Wann die Uhr startet</translation></message>
<message><source>Where is the bench?</source>
<translation>Wo ist der Prüfstand?</translation></message>
<message><source>Where is the receiver?</source>
<translation>Wo ist der Empfänger?</translation></message>
<message><source>Where it belongs</source>
<translation>Wohin sie gehört</translation></message>
<message><source>Where it leaks</source>
<translation>Wo es undicht ist</translation></message>
<message><source>Where should the second copy go? A dead disk takes everything that is on it.</source>
<translation>Wohin soll die zweite Kopie? Eine tote Platte nimmt alles mit, was auf ihr ist.</translation></message>
<message><source>Where the claim is from</source>
<translation>Woher die Behauptung kommt</translation></message>
<message><source>Where the microphone stands</source>
<translation>Wo das Mikrofon steht</translation></message>
<message><source>Where the records are</source>
<translation>Wo die Aufzeichnungen sind</translation></message>
<message><source>Where the records are to be from now on</source>
<translation>Wo die Aufzeichnungen von nun an liegen sollen</translation></message>
<message><source>Where the second copy goes: another disk, a stick, a folder on another machine</source>
<translation>Wohin die zweite Kopie geht: andere Platte, Stick, Ordner auf einem anderen Rechner</translation></message>
<message><source>Where to write it</source>
<translation>Wohin damit</translation></message>
<message><source>Whether that is more or less than the two added up, this test cannot tell.</source>
<translation>Ob das mehr oder weniger ist als beide zusammengezählt, kann dieser Versuch nicht sagen.</translation></message>
<message><source>Which base is judged</source>
<translation>Welche Basis beurteilt wird</translation></message>
<message><source>Which bench</source>
<translation>Welcher Prüfstand</translation></message>
<message><source>Which calibration</source>
<translation>Welche Kalibrierung</translation></message>
<message><source>Which machine is it like?</source>
<translation>Welcher Maschine gleicht sie?</translation></message>
<message><source>Which setup is on the machine</source>
<translation>Welcher Aufbau auf der Maschine ist</translation></message>
<message><source>Which setups the plan is for</source>
<translation>Für welche Aufbauten der Plan ist</translation></message>
<message><source>Which size</source>
<translation>Welches Maß</translation></message>
<message><source>Which way</source>
<translation>Welche Richtung</translation></message>
<message><source>Which way can hurt the engine</source>
<translation>Welche Richtung dem Motor schaden kann</translation></message>
<message><source>Who guesses</source>
<translation>Wer rät</translation></message>
<message><source>Who says so</source>
<translation>Wer es sagt</translation></message>
<message><source>Who walks round</source>
<translation>Wer herumgeht</translation></message>
<message><source>Whole job as a bundle</source>
<translation>Der ganze Auftrag als Bündel</translation></message>
<message><source>Why not: %1</source>
<translation>Warum nicht: %1</translation></message>
<message><source>Why? It is kept, shown hatched, and not counted.</source>
<translation>Warum? Er bleibt verwahrt, wird schraffiert gezeigt und nicht gezählt.</translation></message>
<message><source>Wind against the rider</source>
<translation>Wind gegen den Fahrer</translation></message>
<message><source>With %1 g in place of %2 g the force at the pin changes by %3 %.</source>
<translation>Mit %1 g statt %2 g ändert sich die Kraft am Bolzen um %3 %.</translation></message>
<message><source>With a p&amp;hoto…</source>
<translation>Mit einem &amp;Foto…</translation></message>
<message><source>With one pull on a side nothing is known of the scatter. If this bench is known to repeat within so many per cent, say so here.</source>
<translation>Mit einem Lauf je Seite ist über die Streuung nichts bekannt. Ist bekannt, dass sich dieser Prüfstand auf so viele Prozent wiederholt, hier eintragen.</translation></message>
<message><source>With the rider %1 kg move: %2 for each kilogram (%3 before).</source>
<translation>Mit dem Fahrer bewegen sich %1 kg: %2 je Kilogramm (%3 davor).</translation></message>
<message><source>Words of a new line</source>
<translation>Worte einer neuen Zeile</translation></message>
<message><source>Working it out…</source>
<translation>Wird ausgerechnet…</translation></message>
<message><source>Working the pulls out…</source>
<translation>Die Läufe werden ausgerechnet…</translation></message>
<message><source>Worth</source>
<translation>Wert</translation></message>
<message><source>Write bore and stroke, and the cylinders stand here to scale.</source>
<translation>Bohrung und Hub eintragen, dann stehen die Zylinder hier maßstäblich.</translation></message>
<message><source>Write into the question what is to be tried: its family begins there.</source>
<translation>Schreiben Sie in die Frage, was versucht werden soll: Dort beginnt seine Familie.</translation></message>
<message><source>Write two setups into the question, say “short stack” and “long stack”.</source>
<translation>Zwei Aufbauten in die Frage schreiben, etwa „kurzer Trichter“ und „langer Trichter“.</translation></message>
<message><source>Write what is known; a line left empty is no harm. What cannot be right is asked about here.</source>
<translation>Schreiben Sie, was bekannt ist; eine leere Zeile schadet nicht. Was nicht stimmen kann, wird hier nachgefragt.</translation></message>
<message><source>Writes the file out again, after its checksum was looked at</source>
<translation>Schreibt die Datei wieder hinaus, nachdem ihre Prüfsumme angesehen wurde</translation></message>
<message><source>Writing %1…</source>
<translation>%1 wird geschrieben…</translation></message>
<message><source>Written and read back: %2, with %1 pulls.</source>
<translation>Geschrieben und zurückgelesen: %2, mit %1 Läufen.</translation></message>
<message><source>Written and read back: %2, with 1 pull.</source>
<translation>Geschrieben und zurückgelesen: %2, mit 1 Lauf.</translation></message>
<message><source>Written as it was handed over, no. %1: %2</source>
<translation>Geschrieben, wie übergeben, Nr. %1: %2</translation></message>
<message><source>Written into each pull. A change between the sides becomes a caution in Judge.</source>
<translation>Wird in jeden Lauf geschrieben. Ein Unterschied zwischen den Seiten wird im Urteil ein Hinweis.</translation></message>
<message><source>Written, checksum as kept: %1</source>
<translation>Geschrieben, Prüfsumme wie verwahrt: %1</translation></message>
<message><source>Written: %1</source>
<translation>Geschrieben: %1</translation></message>
<message><source>Zoomed: this axis does not start at zero. Double click or 0 to go back.</source>
<translation>Gezoomt: Diese Achse beginnt nicht bei null. Doppelklick oder 0 führt zurück.</translation></message>
<message><source>a &amp;pull takes</source>
<translation>ein &amp;Lauf dauert</translation></message>
<message><source>a fault and what it was</source>
<translation>ein Fehler und was es war</translation></message>
<message><source>a leak was found and closed</source>
<translation>eine undichte Stelle wurde gefunden und geschlossen</translation></message>
<message><source>a line of your own</source>
<translation>eine eigene Zeile</translation></message>
<message><source>a new job</source>
<translation>ein neuer Auftrag</translation></message>
<message><source>a note</source>
<translation>eine Notiz</translation></message>
<message><source>a part had been put in wrongly</source>
<translation>ein Teil war falsch eingebaut</translation></message>
<message><source>a part stays as it is</source>
<translation>ein Teil bleibt, wie es ist</translation></message>
<message><source>a repair, before and after</source>
<translation>eine Reparatur, vorher und nachher</translation></message>
<message><source>a s&amp;wap takes</source>
<translation>ein &amp;Wechsel dauert</translation></message>
<message><source>a safety line</source>
<translation>eine Sicherheitszeile</translation></message>
<message><source>a second source (0: none)</source>
<translation>eine zweite Quelle (0: keine)</translation></message>
<message><source>a setup that is gone</source>
<translation>ein Aufbau, der fort ist</translation></message>
<message><source>a shift takes</source>
<translation>ein Schaltvorgang dauert</translation></message>
<message><source>a size of the class</source>
<translation>ein Maß der Klasse</translation></message>
<message><source>a table by engine speed</source>
<translation>eine Tabelle nach Drehzahl</translation></message>
<message><source>about %1 pulls left</source>
<translation>noch etwa %1 Läufe</translation></message>
<message><source>about 1 pull left</source>
<translation>noch etwa 1 Lauf</translation></message>
<message><source>above nine tenths of its peak over %1; lowest in use %2 % of its mean</source>
<translation>über neun Zehnteln seiner Spitze auf %1; am niedrigsten in Nutzung %2 % seines Mittels</translation></message>
<message><source>add a line</source>
<translation>eine Zeile hinzufügen</translation></message>
<message><source>add a part of the kit</source>
<translation>ein Teil des Satzes hinzufügen</translation></message>
<message><source>add a rule</source>
<translation>eine Regel hinzufügen</translation></message>
<message><source>add a suspect</source>
<translation>einen Verdacht hinzufügen</translation></message>
<message><source>added up</source>
<translation>zusammengezählt</translation></message>
<message><source>after</source>
<translation>nachher</translation></message>
<message><source>after </source>
<translation>nach </translation></message>
<message><source>after [%1]</source>
<translation>nachher [%1]</translation></message>
<message><source>against %1, which makes %2 [%3]</source>
<translation>gegen %1, mit %2 [%3]</translation></message>
<message><source>air</source>
<translation>Luft</translation></message>
<message><source>air %1</source>
<translation>Luft %1</translation></message>
<message><source>air [kg/m³] · above: the day it was right · below: today</source>
<translation>Luft [kg/m³] · oben: am Tag, als es stimmte · unten: heute</translation></message>
<message><source>air [°C]</source>
<translation>Luft [°C]</translation></message>
<message><source>air and correction</source>
<translation>Luft und Korrektur</translation></message>
<message><source>air in the runner</source>
<translation>Luft im Saugrohr</translation></message>
<message><source>air pressure [hPa]</source>
<translation>Luftdruck [hPa]</translation></message>
<message><source>air to fuel</source>
<translation>Luft zu Kraftstoff</translation></message>
<message><source>air today</source>
<translation>Luft heute</translation></message>
<message><source>air today [kg/m³]</source>
<translation>Luft heute [kg/m³]</translation></message>
<message><source>air unknown</source>
<translation>Luft unbekannt</translation></message>
<message><source>air unknown: as measured</source>
<translation>Luft unbekannt: wie gemessen</translation></message>
<message><source>air unknown: shown as measured</source>
<translation>Luft unbekannt: gezeigt wie gemessen</translation></message>
<message><source>air when it was right</source>
<translation>Luft, als es stimmte</translation></message>
<message><source>air, dry bulb</source>
<translation>Luft, trocken gemessen</translation></message>
<message><source>all</source>
<translation>alle</translation></message>
<message><source>all setups</source>
<translation>alle Aufbauten</translation></message>
<message><source>all setups against the first</source>
<translation>alle Aufbauten gegen den ersten</translation></message>
<message><source>all weights</source>
<translation>alle Gewichte</translation></message>
<message><source>all, as a cross</source>
<translation>alle, als Kreuz</translation></message>
<message><source>all, as a sweep</source>
<translation>alle, als Reihe</translation></message>
<message><source>and complains of</source>
<translation>und beklagt</translation></message>
<message><source>another job was opened before it was worked out</source>
<translation>ein anderer Auftrag wurde geöffnet, bevor es ausgerechnet war</translation></message>
<message><source>another job was opened meanwhile</source>
<translation>inzwischen wurde ein anderer Auftrag geöffnet</translation></message>
<message><source>another mark: 100m, 30-70km/h</source>
<translation>noch eine Marke: 100m, 30-70km/h</translation></message>
<message><source>another suspect</source>
<translation>noch ein Verdacht</translation></message>
<message><source>any number</source>
<translation>beliebig viele</translation></message>
<message><source>any speed</source>
<translation>jede Drehzahl</translation></message>
<message><source>argue with it in a note</source>
<translation>mit einer Notiz widersprechen</translation></message>
<message><source>as drawn</source>
<translation>wie gezeichnet</translation></message>
<message><source>as in earlier jobs</source>
<translation>wie in früheren Aufträgen</translation></message>
<message><source>as it comes</source>
<translation>wie es kommt</translation></message>
<message><source>as it stands</source>
<translation>wie es steht</translation></message>
<message><source>as measured</source>
<translation>wie gemessen</translation></message>
<message><source>as measured, not corrected</source>
<translation>wie gemessen, nicht korrigiert</translation></message>
<message><source>as the pulls are</source>
<translation>wie die Läufe</translation></message>
<message><source>as the system</source>
<translation>wie das System</translation></message>
<message><source>as the system (%1)</source>
<translation>wie das System (%1)</translation></message>
<message><source>aside</source>
<translation>beiseite</translation></message>
<message><source>asked</source>
<translation>gefragt</translation></message>
<message><source>at</source>
<translation>bei</translation></message>
<message><source>at </source>
<translation>bei </translation></message>
<message><source>at bottom centre</source>
<translation>im unteren Totpunkt</translation></message>
<message><source>at least so long</source>
<translation>mindestens so lange</translation></message>
<message><source>at one speed</source>
<translation>bei einer Drehzahl</translation></message>
<message><source>at the crank</source>
<translation>an der Kurbelwelle</translation></message>
<message><source>at the hub</source>
<translation>an der Nabe</translation></message>
<message><source>at the wheel</source>
<translation>am Rad</translation></message>
<message><source>automatic</source>
<translation>Automatik</translation></message>
<message><source>average (M)</source>
<translation>Mittel (M)</translation></message>
<message><source>awaited</source>
<translation>erwartet</translation></message>
<message><source>back</source>
<translation>zurück</translation></message>
<message><source>back on</source>
<translation>wieder dran</translation></message>
<message><source>background (0: none)</source>
<translation>Hintergrund (0: keiner)</translation></message>
<message><source>baffle</source>
<translation>Gegenkonus</translation></message>
<message><source>balanced</source>
<translation>ausgewogen</translation></message>
<message><source>band</source>
<translation>Bereich</translation></message>
<message><source>band: %1 % for the whole strip · hatched: cannot tell</source>
<translation>Band: %1 % für die ganze Strecke · schraffiert: nicht zu sagen</translation></message>
<message><source>base again</source>
<translation>Basis neu</translation></message>
<message><source>beat</source>
<translation>besser als</translation></message>
<message><source>bedding in</source>
<translation>Einfahren</translation></message>
<message><source>before</source>
<translation>vorher</translation></message>
<message><source>before [%1]</source>
<translation>vorher [%1]</translation></message>
<message><source>begin a new round</source>
<translation>eine neue Runde beginnen</translation></message>
<message><source>begin with the sheet of the last visit</source>
<translation>mit dem Blatt des letzten Besuchs beginnen</translation></message>
<message><source>belly</source>
<translation>Bauch</translation></message>
<message><source>belly bore</source>
<translation>Bohrung des Bauchs</translation></message>
<message><source>belt drive</source>
<translation>Riemenantrieb</translation></message>
<message><source>belt width, shims, bolts, plug</source>
<translation>Riemenbreite, Scheiben, Schrauben, Kerze</translation></message>
<message><source>belt worn by</source>
<translation>Riemen abgenutzt um</translation></message>
<message><source>belt, long</source>
<translation>Riemen, Länge</translation></message>
<message><source>bench</source>
<translation>Prüfstand</translation></message>
<message><source>best %1 at each speed · arrow: at the edge of what was tried · dot: no value is better</source>
<translation>bestes %1 bei jeder Drehzahl · Pfeil: am Rand des Versuchten · Punkt: kein Wert ist besser</translation></message>
<message><source>best band from</source>
<translation>bestes Band von</translation></message>
<message><source>best band to</source>
<translation>bestes Band bis</translation></message>
<message><source>best of (M)</source>
<translation>Bestes (M)</translation></message>
<message><source>best of the pulls, for show; calls use the average · </source>
<translation>Bestes der Läufe, zum Zeigen; das Urteil nimmt das Mittel · </translation></message>
<message><source>between the shafts</source>
<translation>zwischen den Wellen</translation></message>
<message><source>between two speeds the start does not matter</source>
<translation>zwischen zwei Geschwindigkeiten kommt es auf den Start nicht an</translation></message>
<message><source>blowdown %1°</source>
<translation>Vorauslass %1°</translation></message>
<message><source>bore</source>
<translation>die Bohrung</translation></message>
<message><source>bore %1, stroke %2 mm</source>
<translation>Bohrung %1, Hub %2 mm</translation></message>
<message><source>both curves</source>
<translation>beide Kurven</translation></message>
<message><source>both later by</source>
<translation>beide später um</translation></message>
<message><source>bottom</source>
<translation>unten</translation></message>
<message><source>bowl above the gap</source>
<translation>Mulde über dem Spalt</translation></message>
<message><source>brake arm [m]</source>
<translation>Bremsarm [m]</translation></message>
<message><source>brake inertia [kg m²]</source>
<translation>Bremsenträgheit [kg m²]</translation></message>
<message><source>breathing</source>
<translation>Füllung</translation></message>
<message><source>broken</source>
<translation>gebrochen</translation></message>
<message><source>by</source>
<translation>um</translation></message>
<message><source>by &amp;hand</source>
<translation>von Han&amp;d</translation></message>
<message><source>by its places</source>
<translation>nach ihren Orten</translation></message>
<message><source>called again %1 times</source>
<translation>%1-mal neu gerufen</translation></message>
<message><source>called again once</source>
<translation>einmal neu gerufen</translation></message>
<message><source>came off</source>
<translation>abgebaut</translation></message>
<message><source>cams at %1 / %2</source>
<translation>Nocken bei %1 / %2</translation></message>
<message><source>can hurt: as is usual</source>
<translation>kann schaden: wie üblich</translation></message>
<message><source>can hurt: less</source>
<translation>kann schaden: weniger</translation></message>
<message><source>can hurt: more</source>
<translation>kann schaden: mehr</translation></message>
<message><source>can hurt: neither way</source>
<translation>kann schaden: keine Richtung</translation></message>
<message><source>cannot tell</source>
<translation>nicht zu sagen</translation></message>
<message><source>cannot tell yet</source>
<translation>noch nicht zu sagen</translation></message>
<message><source>capacity</source>
<translation>Hubraum</translation></message>
<message><source>capacity of a cylinder</source>
<translation>Hubraum eines Zylinders</translation></message>
<message><source>carburettor</source>
<translation>Vergaser</translation></message>
<message><source>carburettor %1</source>
<translation>Vergaser %1</translation></message>
<message><source>carburettor bore</source>
<translation>Vergaserbohrung</translation></message>
<message><source>carburettor or throttle body, long</source>
<translation>Vergaser oder Drosselkörper, Länge</translation></message>
<message><source>cautions</source>
<translation>Hinweise</translation></message>
<message><source>cell reads</source>
<translation>Dose liest</translation></message>
<message><source>chain-driven bike</source>
<translation>Motorrad mit Kette</translation></message>
<message><source>change the kind of machine</source>
<translation>die Art der Maschine ändern</translation></message>
<message><source>change the number of cylinders</source>
<translation>die Zahl der Zylinder ändern</translation></message>
<message><source>change the procedure</source>
<translation>das Verfahren ändern</translation></message>
<message><source>change what %1 is</source>
<translation>ändern, was %1 ist</translation></message>
<message><source>changed minus base · margin at each speed by itself</source>
<translation>geändert minus Basis · Spanne an jeder Drehzahl für sich</translation></message>
<message><source>check a part in</source>
<translation>ein Teil abhaken</translation></message>
<message><source>choose the reference</source>
<translation>die Vergleichsmarke wählen</translation></message>
<message><source>choose the use</source>
<translation>die Nutzung wählen</translation></message>
<message><source>choose what the sheet tells</source>
<translation>wählen, was das Blatt erzählt</translation></message>
<message><source>choose which base is judged</source>
<translation>wählen, welche Basis beurteilt wird</translation></message>
<message><source>chosen: %1</source>
<translation>gewählt: %1</translation></message>
<message><source>closes %1° after bottom</source>
<translation>schließt %1° nach UT</translation></message>
<message><source>closes %1° after top</source>
<translation>schließt %1° nach OT</translation></message>
<message><source>clutch, belt or tyre was renewed</source>
<translation>Kupplung, Riemen oder Reifen wurde erneuert</translation></message>
<message><source>columns, if it prints bare numbers</source>
<translation>Spalten, wenn er nackte Zahlen schreibt</translation></message>
<message><source>compression</source>
<translation>Verdichtung</translation></message>
<message><source>compression %1</source>
<translation>Verdichtung %1</translation></message>
<message><source>contra spring %1 %</source>
<translation>Gegendruckfeder %1 %</translation></message>
<message><source>contra spring %1%2 %</source>
<translation>Gegendruckfeder %1%2 %</translation></message>
<message><source>coolant</source>
<translation>Kühlmittel</translation></message>
<message><source>coolant at the start [°C]</source>
<translation>Kühlmittel am Anfang [°C]</translation></message>
<message><source>cooling takes</source>
<translation>Abkühlen dauert</translation></message>
<message><source>copy a machine's sheet</source>
<translation>ein Maschinenblatt kopieren</translation></message>
<message><source>cost %1</source>
<translation>kostete %1</translation></message>
<message><source>costs nowhere more than</source>
<translation>kostet nirgends mehr als</translation></message>
<message><source>costs on the mean no more than</source>
<translation>kostet im Mittel höchstens</translation></message>
<message><source>count a reading again</source>
<translation>eine Ablesung wieder zählen</translation></message>
<message><source>count earlier jobs</source>
<translation>frühere Aufträge zählen</translation></message>
<message><source>count pull %1 again</source>
<translation>Lauf %1 wieder zählen</translation></message>
<message><source>counted %1 to %2</source>
<translation>gezählt %1 bis %2</translation></message>
<message><source>crankcase at bottom</source>
<translation>Kurbelkasten bei UT</translation></message>
<message><source>credit shared</source>
<translation>Verdienst geteilt</translation></message>
<message><source>cut, answered by the bench</source>
<translation>unterbrochen, vom Prüfstand bestätigt</translation></message>
<message><source>cutting…</source>
<translation>unterbricht…</translation></message>
<message><source>cutting… no answer from the bench for %1 s: %2</source>
<translation>unterbricht… keine Antwort vom Prüfstand seit %1 s: %2</translation></message>
<message><source>cyl.</source>
<translation>Zyl.</translation></message>
<message><source>cylinder</source>
<translation>Zylinder</translation></message>
<message><source>cylinder %1</source>
<translation>Zylinder %1</translation></message>
<message><source>cylinder %1 at %2: jet %3 to %4</source>
<translation>Zylinder %1 bei %2: Düse %3 bis %4</translation></message>
<message><source>cylinder 1 solid, 2 dashed</source>
<translation>Zylinder 1 durchgezogen, 2 gestrichelt</translation></message>
<message><source>cylinder 1 solid, 2 dashed, 3 dotted, 4 both</source>
<translation>Zylinder 1 durchgezogen, 2 gestrichelt, 3 gepunktet, 4 beides</translation></message>
<message><source>cylinders</source>
<translation>Zylinder</translation></message>
<message><source>cylinders: </source>
<translation>Zylinder: </translation></message>
<message><source>day</source>
<translation>Tag</translation></message>
<message><source>density = pd / (287.05 T) + pv / (461.5 T); vapour by Buck (1996), altitude by ISO 2533; values from memory.</source>
<translation>Dichte = pd / (287,05 T) + pv / (461,5 T); Dampf nach Buck (1996), Höhe nach ISO 2533; Werte aus dem Gedächtnis.</translation></message>
<message><source>detail %1</source>
<translation>Auflösung %1</translation></message>
<message><source>detail %1, auto</source>
<translation>Auflösung %1, auto</translation></message>
<message><source>detail auto</source>
<translation>Auflösung auto</translation></message>
<message><source>difference</source>
<translation>Unterschied</translation></message>
<message><source>difference [%1]</source>
<translation>Unterschied [%1]</translation></message>
<message><source>difference at least</source>
<translation>Unterschied mindestens</translation></message>
<message><source>difference at most</source>
<translation>Unterschied höchstens</translation></message>
<message><source>diffuser</source>
<translation>Diffusor</translation></message>
<message><source>distance [ft]</source>
<translation>Weg [ft]</translation></message>
<message><source>distance [m]</source>
<translation>Weg [m]</translation></message>
<message><source>dome (a dish is negative)</source>
<translation>Wölbung (Mulde ist negativ)</translation></message>
<message><source>dots: setups of this job · dashed: the rule of the root</source>
<translation>Punkte: Aufbauten dieses Auftrags · gestrichelt: die Wurzelregel</translation></message>
<message><source>drag [Nm]</source>
<translation>Widerstand [Nm]</translation></message>
<message><source>drag area</source>
<translation>Luftwiderstandsfläche</translation></message>
<message><source>draw the use</source>
<translation>die Nutzung zeichnen</translation></message>
<message><source>drive radius at rest</source>
<translation>Wirkradius in Ruhe</translation></message>
<message><source>drive radius, shifted out</source>
<translation>Wirkradius, ausgeschaltet</translation></message>
<message><source>due %1</source>
<translation>fällig %1</translation></message>
<message><source>duration = %1 + 180 + %2 = %3°; centre = %3 / 2 − %1 = %4°; separation = (%4 + %5) / 2. Common practice, no source.</source>
<translation>Dauer = %1 + 180 + %2 = %3°; Mitte = %3 / 2 − %1 = %4°; Spreizung = (%4 + %5) / 2. Gängige Praxis, keine Quelle.</translation></message>
<message><source>duty = (fuel / flow + 0.8 ms) / (120 s / n); flow goes with √pressure. Any text on injection, value from memory.</source>
<translation>Anteil = (Kraftstoff / Durchfluss + 0,8 ms) / (120 s / n); Durchfluss geht mit √Druck. Jedes Buch über Einspritzung, Wert aus dem Gedächtnis.</translation></message>
<message><source>e.g. bench logger</source>
<translation>z. B. Prüfstandlogger</translation></message>
<message><source>each pull against its own setup, pulls in order · line: drift · corridor: limits for all pulls together</source>
<translation>jeder Lauf gegen seinen eigenen Aufbau, Läufe in ihrer Reihe · Linie: Drift · Korridor: Grenzen für alle Läufe zusammen</translation></message>
<message><source>each pull against its own setup, pulls in order · line: drift, each sitting at its own level · corridor: limits for all pulls together</source>
<translation>jeder Lauf gegen seinen eigenen Aufbau, Läufe in ihrer Reihe · Linie: Drift, jede Sitzung auf ihrer Höhe · Korridor: Grenzen für alle Läufe zusammen</translation></message>
<message><source>effect [%]</source>
<translation>Wirkung [%]</translation></message>
<message><source>empty while hunting</source>
<translation>bei der Suche leer</translation></message>
<message><source>en</source>
<translation>de</translation></message>
<message><source>end of the header</source>
<translation>Ende des Krümmers</translation></message>
<message><source>ends at %1 rpm</source>
<translation>endet bei %1 rpm</translation></message>
<message><source>engine</source>
<translation>Motor</translation></message>
<message><source>engine [rpm]</source>
<translation>Motor [rpm]</translation></message>
<message><source>engine held at [rpm], from %1: this axis does not start at zero</source>
<translation>Motor gehalten bei [rpm], ab %1: Diese Achse beginnt nicht bei null</translation></message>
<message><source>engine per roller rev</source>
<translation>Motor je Rollenumdrehung</translation></message>
<message><source>engine speed</source>
<translation>Drehzahl</translation></message>
<message><source>engine speed [%1]</source>
<translation>Drehzahl [%1]</translation></message>
<message><source>engine speed [rpm]</source>
<translation>Drehzahl [rpm]</translation></message>
<message><source>engine speed [rpm] · bar: the limiter now · dot: the one you try · dotted: beyond the pulls</source>
<translation>Drehzahl [rpm] · Balken: Begrenzer jetzt · Punkt: der versuchte · gepunktet: jenseits der Läufe</translation></message>
<message><source>engine speed this length suits [rpm]</source>
<translation>Drehzahl, zu der diese Länge passt [rpm]</translation></message>
<message><source>events stated at a lift of</source>
<translation>Zeiten angegeben bei Hub</translation></message>
<message><source>exhaust</source>
<translation>Auslass</translation></message>
<message><source>exhaust %1°</source>
<translation>Auslass %1°</translation></message>
<message><source>exhaust centre before top</source>
<translation>Auslassmitte vor OT</translation></message>
<message><source>exhaust chord</source>
<translation>Auslasssehne</translation></message>
<message><source>exhaust duration</source>
<translation>Auslassdauer</translation></message>
<message><source>exhaust lash</source>
<translation>Auslassspiel</translation></message>
<message><source>exhaust lift</source>
<translation>Auslasshub</translation></message>
<message><source>exhaust not</source>
<translation>Auspuff nicht</translation></message>
<message><source>exhaust opens %1°</source>
<translation>Auslass öffnet %1°</translation></message>
<message><source>exhaust opens %1° before bottom</source>
<translation>Auslass öffnet %1° vor UT</translation></message>
<message><source>exhaust opens after top</source>
<translation>Auslass öffnet nach OT</translation></message>
<message><source>exhaust port opens (0: none)</source>
<translation>Auslassschlitz öffnet (0: keiner)</translation></message>
<message><source>exhaust valve clearance, cold</source>
<translation>Ventilspiel Auslass, kalt</translation></message>
<message><source>exhaust valve to piston, measured</source>
<translation>Auslassventil zum Kolben, gemessen</translation></message>
<message><source>explained</source>
<translation>erklärt</translation></message>
<message><source>exponent (rule: 0.5)</source>
<translation>Exponent (Regel: 0,5)</translation></message>
<message><source>failed</source>
<translation>fiel durch</translation></message>
<message><source>falls off</source>
<translation>fällt ab</translation></message>
<message><source>fed by</source>
<translation>gespeist durch</translation></message>
<message><source>fewest pulls</source>
<translation>wenigste Läufe</translation></message>
<message><source>filter area</source>
<translation>Filterfläche</translation></message>
<message><source>find by customer, machine, part or month  (Ctrl+F)</source>
<translation>nach Kunde, Maschine, Teil oder Monat suchen  (Strg+F)</translation></message>
<message><source>finding top centre</source>
<translation>OT finden</translation></message>
<message><source>flange bore</source>
<translation>Flanschbohrung</translation></message>
<message><source>flow</source>
<translation>der Durchfluss</translation></message>
<message><source>for at least</source>
<translation>mindestens für</translation></message>
<message><source>force [N]</source>
<translation>Kraft [N]</translation></message>
<message><source>from</source>
<translation>von</translation></message>
<message><source>from </source>
<translation>von </translation></message>
<message><source>from %1 %2</source>
<translation>ab %1 %2</translation></message>
<message><source>from first move</source>
<translation>ab erster Bewegung</translation></message>
<message><source>from one foot on</source>
<translation>ab einem Fuß</translation></message>
<message><source>from one foot on, as a strip's clock is</source>
<translation>ab einem Fuß Weg, wie die Uhr einer Rennstrecke</translation></message>
<message><source>from pull %1 on: %2 %3 → %4</source>
<translation>ab Lauf %1: %2 %3 → %4</translation></message>
<message><source>from the first movement on</source>
<translation>ab der ersten Bewegung</translation></message>
<message><source>front sprocket</source>
<translation>Ritzel vorn</translation></message>
<message><source>ft</source>
<translation>ft</translation></message>
<message><source>fuel</source>
<translation>Kraftstoff</translation></message>
<message><source>fuel %1 ml</source>
<translation>Kraftstoff %1 ml</translation></message>
<message><source>fuel about %1 ml, reckoned</source>
<translation>Kraftstoff etwa %1 ml, gerechnet</translation></message>
<message><source>fuel goes with the number to the power</source>
<translation>Kraftstoff geht mit der Nummer hoch</translation></message>
<message><source>fuel now</source>
<translation>Kraftstoff jetzt</translation></message>
<message><source>fuel pressure</source>
<translation>Kraftstoffdruck</translation></message>
<message><source>fuel then</source>
<translation>Kraftstoff damals</translation></message>
<message><source>fuel to oil now</source>
<translation>Kraftstoff zu Öl jetzt</translation></message>
<message><source>fuel to oil then (0: none)</source>
<translation>Kraftstoff zu Öl damals (0: keins)</translation></message>
<message><source>fuel wanted: √(%1 / %2) of what the jet gives; %3. Real air, never the corrected one.</source>
<translation>gewünschter Kraftstoff: √(%1 / %2) dessen, was die Düse gibt; %3. Wirkliche Luft, nie die korrigierte.</translation></message>
<message><source>fuel was low</source>
<translation>der Kraftstoff war knapp</translation></message>
<message><source>fuel, cooling</source>
<translation>Tank, Kühlen</translation></message>
<message><source>fuel, research octane</source>
<translation>Kraftstoff, ROZ</translation></message>
<message><source>full</source>
<translation>voll</translation></message>
<message><source>g/kWh</source>
<translation>g/kWh</translation></message>
<message><source>gain</source>
<translation>Gewinn</translation></message>
<message><source>gain [%1]</source>
<translation>Gewinn [%1]</translation></message>
<message><source>gain [%]</source>
<translation>Gewinn [%]</translation></message>
<message><source>gain [%] · right of the line is better</source>
<translation>Gewinn [%] · rechts der Linie ist besser</translation></message>
<message><source>gain at the peak, and what it cost</source>
<translation>Gewinn in der Spitze und was er kostete</translation></message>
<message><source>gain in % (P)</source>
<translation>Gewinn in % (P)</translation></message>
<message><source>gain of the step [%1]</source>
<translation>Gewinn der Stufe [%1]</translation></message>
<message><source>gain over the range</source>
<translation>Gewinn über dem Bereich</translation></message>
<message><source>gains at one speed at least</source>
<translation>bringt bei einer Drehzahl mindestens</translation></message>
<message><source>gains in power, on the mean, at least</source>
<translation>bringt an Leistung, im Mittel, mindestens</translation></message>
<message><source>gains in torque, somewhere, at least</source>
<translation>bringt an Drehmoment, irgendwo, mindestens</translation></message>
<message><source>gains on the mean at least</source>
<translation>bringt im Mittel mindestens</translation></message>
<message><source>gains somewhere at least</source>
<translation>bringt irgendwo mindestens</translation></message>
<message><source>gasket</source>
<translation>Dichtung</translation></message>
<message><source>gasket, deck and skim are drawn larger than they are</source>
<translation>Dichtung, Rand und Abdrehen sind größer gezeichnet, als sie sind</translation></message>
<message><source>gasket, pressed</source>
<translation>Dichtung, gepresst</translation></message>
<message><source>gears</source>
<translation>Gänge</translation></message>
<message><source>give a reason</source>
<translation>einen Grund nennen</translation></message>
<message><source>good</source>
<translation>gut</translation></message>
<message><source>grey: the belt shifts and holds the engine · not from zero</source>
<translation>grau: Der Riemen schaltet und hält den Motor · nicht ab null</translation></message>
<message><source>grooves</source>
<translation>Kerben</translation></message>
<message><source>guess</source>
<translation>geraten</translation></message>
<message><source>handbook</source>
<translation>Handbuch</translation></message>
<message><source>handed over</source>
<translation>übergeben</translation></message>
<message><source>head %1 cm³</source>
<translation>Kopf %1 cm³</translation></message>
<message><source>head by burette</source>
<translation>Kopf, ausgelitert</translation></message>
<message><source>header</source>
<translation>Krümmer</translation></message>
<message><source>heard at</source>
<translation>gehört in</translation></message>
<message><source>held</source>
<translation>hielt stand</translation></message>
<message><source>held at %1 rpm from %2 to %3</source>
<translation>gehalten bei %1 rpm von %2 bis %3</translation></message>
<message><source>here</source>
<translation>da</translation></message>
<message><source>highest</source>
<translation>oben</translation></message>
<message><source>hot %1 times so far</source>
<translation>bisher %1-mal heiß</translation></message>
<message><source>hot once so far</source>
<translation>bisher einmal heiß</translation></message>
<message><source>hours</source>
<translation>Stunden</translation></message>
<message><source>how full it fills</source>
<translation>wie voll er füllt</translation></message>
<message><source>how?</source>
<translation>wie?</translation></message>
<message><source>humidity</source>
<translation>Feuchte</translation></message>
<message><source>humidity [%]</source>
<translation>Feuchte [%]</translation></message>
<message><source>in</source>
<translation>in</translation></message>
<message><source>in (&amp;unit)</source>
<translation>in (Ein&amp;heit)</translation></message>
<message><source>in the standard's air</source>
<translation>in Normluft</translation></message>
<message><source>injection</source>
<translation>Einspritzung</translation></message>
<message><source>injector at 3 bar</source>
<translation>Düse bei 3 bar</translation></message>
<message><source>inside</source>
<translation>innerhalb</translation></message>
<message><source>intake</source>
<translation>Einlass</translation></message>
<message><source>intake %1°</source>
<translation>Einlass %1°</translation></message>
<message><source>intake air</source>
<translation>Ansaugluft</translation></message>
<message><source>intake centre after top</source>
<translation>Einlassmitte nach OT</translation></message>
<message><source>intake closes after bottom, at the seat</source>
<translation>Einlass schließt nach UT, am Sitz</translation></message>
<message><source>intake duration</source>
<translation>Einlassdauer</translation></message>
<message><source>intake lash</source>
<translation>Einlassspiel</translation></message>
<message><source>intake lift</source>
<translation>Einlasshub</translation></message>
<message><source>intake opens %1° before top</source>
<translation>Einlass öffnet %1° vor OT</translation></message>
<message><source>intake opens before top</source>
<translation>Einlass öffnet vor OT</translation></message>
<message><source>intake or room air [°C]</source>
<translation>Ansaug- oder Raumluft [°C]</translation></message>
<message><source>intake valve clearance, cold</source>
<translation>Ventilspiel Einlass, kalt</translation></message>
<message><source>intake valve to piston, measured</source>
<translation>Einlassventil zum Kolben, gemessen</translation></message>
<message><source>intake window</source>
<translation>Einlassfenster</translation></message>
<message><source>is</source>
<translation>ist</translation></message>
<message><source>it can only be &amp;cut shorter</source>
<translation>lässt sich nur kürzer s&amp;chneiden</translation></message>
<message><source>it held the engine at</source>
<translation>hielt den Motor bei</translation></message>
<message><source>it was: %1</source>
<translation>es war: %1</translation></message>
<message><source>its %1 others</source>
<translation>seinen %1 anderen</translation></message>
<message><source>its number is its</source>
<translation>die Nummer ist</translation></message>
<message><source>its one other</source>
<translation>seinem einen anderen</translation></message>
<message><source>jet %1</source>
<translation>Düse %1</translation></message>
<message><source>judged</source>
<translation>beurteilt</translation></message>
<message><source>kPa from the air outside</source>
<translation>kPa gegen die Außenluft</translation></message>
<message><source>kept</source>
<translation>eingehalten</translation></message>
<message><source>kept as it is</source>
<translation>so belassen</translation></message>
<message><source>kg m² of inertia added</source>
<translation>kg m² Trägheit dazu</translation></message>
<message><source>kind</source>
<translation>Art</translation></message>
<message><source>leaks</source>
<translation>undicht</translation></message>
<message><source>leaner</source>
<translation>magerer</translation></message>
<message><source>leanest mixture</source>
<translation>magerstes Gemisch</translation></message>
<message><source>leave a part off the sheet</source>
<translation>einen Teil vom Blatt weglassen</translation></message>
<message><source>leave earlier jobs out</source>
<translation>frühere Aufträge weglassen</translation></message>
<message><source>leave it in</source>
<translation>drin lassen</translation></message>
<message><source>left in</source>
<translation>drin gelassen</translation></message>
<message><source>left out: %1</source>
<translation>ausgelassen: %1</translation></message>
<message><source>less is better</source>
<translation>weniger ist besser</translation></message>
<message><source>letting go of the load…</source>
<translation>lässt die Last los…</translation></message>
<message><source>lift at the valve [mm]</source>
<translation>Hub am Ventil [mm]</translation></message>
<message><source>limiter</source>
<translation>Begrenzer</translation></message>
<message><source>limiter [rpm]</source>
<translation>Begrenzer [rpm]</translation></message>
<message><source>limiter now</source>
<translation>Begrenzer jetzt</translation></message>
<message><source>limiter tried</source>
<translation>Begrenzer versucht</translation></message>
<message><source>line %1</source>
<translation>Zeile %1</translation></message>
<message><source>line %1: %2</source>
<translation>Zeile %1: %2</translation></message>
<message><source>line clean, %1 samples</source>
<translation>Leitung sauber, %1 Werte</translation></message>
<message><source>load off, answered by the bench</source>
<translation>Last weg, vom Prüfstand bestätigt</translation></message>
<message><source>log, %1 rows</source>
<translation>Log, %1 Zeilen</translation></message>
<message><source>look whether it is fit to run</source>
<translation>ansehen, ob sie lauffähig ist</translation></message>
<message><source>looked at</source>
<translation>betrachtet bei</translation></message>
<message><source>loss</source>
<translation>Verlust</translation></message>
<message><source>loudness</source>
<translation>Lautstärke</translation></message>
<message><source>lowest</source>
<translation>unten</translation></message>
<message><source>m</source>
<translation>m</translation></message>
<message><source>machine</source>
<translation>Maschine</translation></message>
<message><source>machine on it</source>
<translation>Maschine darauf</translation></message>
<message><source>main jet</source>
<translation>Hauptdüse</translation></message>
<message><source>main jet %1</source>
<translation>Hauptdüse %1</translation></message>
<message><source>manual</source>
<translation>Handbuch</translation></message>
<message><source>manual gearbox</source>
<translation>Schaltgetriebe</translation></message>
<message><source>map %1 % fuel</source>
<translation>Kennfeld %1 % Kraftstoff</translation></message>
<message><source>maps and files</source>
<translation>Kennfelder und Dateien</translation></message>
<message><source>maps, files</source>
<translation>Dateien</translation></message>
<message><source>mark as handed over</source>
<translation>als übergeben vermerken</translation></message>
<message><source>may lose</source>
<translation>darf verlieren</translation></message>
<message><source>may lose so much</source>
<translation>darf so viel verlieren</translation></message>
<message><source>mean %1 %</source>
<translation>Mittel %1 %</translation></message>
<message><source>mean %1 g</source>
<translation>Mittel %1 g</translation></message>
<message><source>mean gas in the pipe</source>
<translation>mittleres Gas im Auspuff</translation></message>
<message><source>mean in the band %1</source>
<translation>Mittel im Bereich %1</translation></message>
<message><source>mean of all cylinders · %1 · threads: single pulls · not from zero</source>
<translation>Mittel aller Zylinder · %1 · Fäden: einzelne Läufe · nicht ab null</translation></message>
<message><source>mean of the band</source>
<translation>Mittel des Bereichs</translation></message>
<message><source>mean power [%1] · %2</source>
<translation>mittlere Leistung [%1] · %2</translation></message>
<message><source>mean power from %1 to %2</source>
<translation>mittlere Leistung von %1 bis %2</translation></message>
<message><source>mean power over the range all have in common</source>
<translation>mittlere Leistung über den gemeinsamen Bereich</translation></message>
<message><source>mean weight [g]</source>
<translation>mittleres Gewicht [g]</translation></message>
<message><source>measured</source>
<translation>gemessen</translation></message>
<message><source>measured at the</source>
<translation>gemessen</translation></message>
<message><source>measured at the %1</source>
<translation>gemessen: %1</translation></message>
<message><source>median (M)</source>
<translation>Median (M)</translation></message>
<message><source>median of the pulls, for show; calls use the average · </source>
<translation>Median der Läufe, zum Zeigen; das Urteil nimmt das Mittel · </translation></message>
<message><source>methanol</source>
<translation>Methanol</translation></message>
<message><source>minutes</source>
<translation>Minuten</translation></message>
<message><source>missing</source>
<translation>fehlt</translation></message>
<message><source>mixture</source>
<translation>Gemisch</translation></message>
<message><source>mixture %1, %2:1</source>
<translation>Gemisch %1, %2:1</translation></message>
<message><source>mixture %1:1</source>
<translation>Gemisch %1:1</translation></message>
<message><source>mixture [:1]</source>
<translation>Gemisch [:1]</translation></message>
<message><source>mixture [:1], lean upwards</source>
<translation>Gemisch [:1], mager nach oben</translation></message>
<message><source>mixture screw turned out by</source>
<translation>Gemischschraube heraus um</translation></message>
<message><source>mixture wanted</source>
<translation>gewünschtes Gemisch</translation></message>
<message><source>mixture when it was right</source>
<translation>Gemisch, als es stimmte</translation></message>
<message><source>mixture, mean</source>
<translation>Gemisch, Mittel</translation></message>
<message><source>mixture, rich to lean · green: usual at full load</source>
<translation>Gemisch, fett bis mager · grün: üblich bei Volllast</translation></message>
<message><source>mm</source>
<translation>mm</translation></message>
<message><source>money</source>
<translation>Geld</translation></message>
<message><source>more is better</source>
<translation>mehr ist besser</translation></message>
<message><source>more is better →</source>
<translation>mehr ist besser →</translation></message>
<message><source>more pull out of corners, the same noise</source>
<translation>mehr Zug aus Kehren, nicht lauter</translation></message>
<message><source>move pull %1 to another setup</source>
<translation>Lauf %1 einem anderen Aufbau geben</translation></message>
<message><source>name of a new setup</source>
<translation>Name eines neuen Aufbaus</translation></message>
<message><source>name of the kit, if they are one</source>
<translation>Name des Satzes, wenn sie einer sind</translation></message>
<message><source>name the job</source>
<translation>den Auftrag benennen</translation></message>
<message><source>name the kit</source>
<translation>den Satz benennen</translation></message>
<message><source>name this setup</source>
<translation>diesen Aufbau benennen</translation></message>
<message><source>narrowest bore</source>
<translation>engste Bohrung</translation></message>
<message><source>nearly balanced</source>
<translation>fast ausgewogen</translation></message>
<message><source>needle</source>
<translation>Nadel</translation></message>
<message><source>needle raised by</source>
<translation>Nadel höher um</translation></message>
<message><source>needle, clip</source>
<translation>Nadel, Clip</translation></message>
<message><source>needs: %1</source>
<translation>braucht: %1</translation></message>
<message><source>neither way is better</source>
<translation>keines ist besser</translation></message>
<message><source>net %1</source>
<translation>unterm Strich %1</translation></message>
<message><source>net %1 against where it began</source>
<translation>unterm Strich %1 gegen den Anfang</translation></message>
<message><source>next</source>
<translation>weiter</translation></message>
<message><source>next: %1</source>
<translation>als Nächstes: %1</translation></message>
<message><source>night</source>
<translation>Nacht</translation></message>
<message><source>no change written down</source>
<translation>keine Änderung aufgeschrieben</translation></message>
<message><source>no curve</source>
<translation>keine Kurve</translation></message>
<message><source>no date</source>
<translation>kein Datum</translation></message>
<message><source>no fault is written down (Ask)</source>
<translation>kein Fehler ist aufgeschrieben (Fragen)</translation></message>
<message><source>no gain shown for it</source>
<translation>kein Gewinn dafür gezeigt</translation></message>
<message><source>no job is open, so nothing says who looked at the machine today: begin one (Ctrl+N)</source>
<translation>kein Auftrag ist offen, darum sagt nichts, wer die Maschine heute ansah: einen beginnen (Strg+N)</translation></message>
<message><source>no least</source>
<translation>kein Mindestmaß</translation></message>
<message><source>no margin</source>
<translation>keine Spanne</translation></message>
<message><source>no margin known</source>
<translation>keine Spanne bekannt</translation></message>
<message><source>no margin: one run a side shows nothing of its own scatter</source>
<translation>keine Spanne: Eine Fahrt je Seite zeigt nichts von ihrer Streuung</translation></message>
<message><source>no most</source>
<translation>kein Höchstmaß</translation></message>
<message><source>no part was tried in three sizes</source>
<translation>kein Teil wurde in drei Größen versucht</translation></message>
<message><source>no photo</source>
<translation>kein Foto</translation></message>
<message><source>no pull yet</source>
<translation>noch kein Lauf</translation></message>
<message><source>no run on the road was made</source>
<translation>keine Fahrt auf der Straße wurde gemacht</translation></message>
<message><source>no two parts were changed alone and together</source>
<translation>keine zwei Teile wurden allein und zusammen geändert</translation></message>
<message><source>no way &amp;back</source>
<translation>end&amp;gültig</translation></message>
<message><source>no. %1</source>
<translation>Nr. %1</translation></message>
<message><source>nobody has said yet</source>
<translation>noch nicht gesagt</translation></message>
<message><source>nobody named</source>
<translation>niemand genannt</translation></message>
<message><source>noise at most</source>
<translation>Lautstärke höchstens</translation></message>
<message><source>none yet</source>
<translation>noch keine</translation></message>
<message><source>none: the program's own stands there</source>
<translation>keins: Dort steht das des Programms</translation></message>
<message><source>not counted</source>
<translation>nicht gezählt</translation></message>
<message><source>not found yet</source>
<translation>noch nicht gefunden</translation></message>
<message><source>not from zero</source>
<translation>nicht ab null</translation></message>
<message><source>not known</source>
<translation>nicht bekannt</translation></message>
<message><source>not looked at</source>
<translation>nicht angesehen</translation></message>
<message><source>not one of the archive</source>
<translation>keiner des Archivs</translation></message>
<message><source>not pulled</source>
<translation>nicht gelaufen</translation></message>
<message><source>not pulled yet</source>
<translation>noch nicht gelaufen</translation></message>
<message><source>not surely turbulent</source>
<translation>nicht sicher turbulent</translation></message>
<message><source>not tested yet</source>
<translation>noch nicht geprüft</translation></message>
<message><source>not tried</source>
<translation>nicht versucht</translation></message>
<message><source>not written</source>
<translation>nicht geschrieben</translation></message>
<message><source>not written down</source>
<translation>nicht notiert</translation></message>
<message><source>note</source>
<translation>Notiz</translation></message>
<message><source>nothing changes by more than</source>
<translation>nichts ändert sich um mehr als</translation></message>
<message><source>nothing comes; %1 samples came</source>
<translation>nichts kommt; %1 Werte kamen</translation></message>
<message><source>now; write when it started</source>
<translation>jetzt; eintragen, wann er begann</translation></message>
<message><source>numbers by bore go with the root of the area</source>
<translation>Nummern nach Bohrung gehen mit der Wurzel der Fläche</translation></message>
<message><source>numbers by flow go with the fuel</source>
<translation>Nummern nach Durchfluss gehen mit dem Kraftstoff</translation></message>
<message><source>n₂ = n₁ (m₁ / m₂)^e = %1 · (%2 / %3)^%4 = %5 rpm. Common practice, no source.</source>
<translation>n₂ = n₁ (m₁ / m₂)^e = %1 · (%2 / %3)^%4 = %5 rpm. Gängige Praxis, keine Quelle.</translation></message>
<message><source>odd</source>
<translation>auffällig</translation></message>
<message><source>odd one out</source>
<translation>Ausreißer</translation></message>
<message><source>of another machine or bench</source>
<translation>von anderer Maschine oder anderem Prüfstand</translation></message>
<message><source>off %1</source>
<translation>ab %1</translation></message>
<message><source>on</source>
<translation>am</translation></message>
<message><source>on %1</source>
<translation>dran %1</translation></message>
<message><source>on the machine:</source>
<translation>auf der Maschine:</translation></message>
<message><source>one cycle: how long the injector is open · hatched: above 85 % nothing is left</source>
<translation>ein Arbeitsspiel: wie lange die Düse offen ist · schraffiert: über 85 % bleibt nichts</translation></message>
<message><source>one more part, then Enter</source>
<translation>noch ein Teil, dann Eingabe</translation></message>
<message><source>one part, before and after</source>
<translation>ein Teil, vorher und nachher</translation></message>
<message><source>one size, tried through</source>
<translation>ein Maß, durchprobiert</translation></message>
<message><source>only the guards' alarm</source>
<translation>nur der Alarm der Grenzen</translation></message>
<message><source>open</source>
<translation>offen</translation></message>
<message><source>open the guesses</source>
<translation>die Schätzungen öffnen</translation></message>
<message><source>or drop files on this window: pull files, logs of any bench as text (comma, semicolon or tab), or a job that somebody handed on as a bundle.</source>
<translation>oder Dateien auf dieses Fenster ziehen: Laufdateien, Logs jedes Prüfstands als Text (Komma, Semikolon oder Tabulator) oder ein Auftrag, den jemand als Bündel weitergab.</translation></message>
<message><source>or why not</source>
<translation>oder warum nicht</translation></message>
<message><source>or: why not</source>
<translation>oder: warum nicht</translation></message>
<message><source>out</source>
<translation>hin</translation></message>
<message><source>out of balance</source>
<translation>unwuchtig</translation></message>
<message><source>outside</source>
<translation>außerhalb</translation></message>
<message><source>over 200 pulls</source>
<translation>über 200 Läufe</translation></message>
<message><source>over engine speed</source>
<translation>über der Drehzahl</translation></message>
<message><source>over road speed</source>
<translation>über der Fahrgeschwindigkeit</translation></message>
<message><source>overdue since %1</source>
<translation>überfällig seit %1</translation></message>
<message><source>overlap %1°</source>
<translation>Überschneidung %1°</translation></message>
<message><source>overrule a flag of pull %1</source>
<translation>einen Vermerk von Lauf %1 überstimmen</translation></message>
<message><source>own runs</source>
<translation>eigene Fahrten</translation></message>
<message><source>part</source>
<translation>Teil</translation></message>
<message><source>peak</source>
<translation>Spitze</translation></message>
<message><source>peak at</source>
<translation>Spitze bei</translation></message>
<message><source>peak of the pulls %1</source>
<translation>Spitze der Läufe %1</translation></message>
<message><source>peak power</source>
<translation>Spitzenleistung</translation></message>
<message><source>peak power %1 at %2</source>
<translation>Spitzenleistung %1 bei %2</translation></message>
<message><source>peak power at the wheel</source>
<translation>Spitzenleistung am Rad</translation></message>
<message><source>peak power, corrected</source>
<translation>Spitze, korrigiert</translation></message>
<message><source>peak torque %1 at %2</source>
<translation>größtes Drehmoment %1 bei %2</translation></message>
<message><source>peaks and how it was judged</source>
<translation>Spitzen und wie geurteilt wurde</translation></message>
<message><source>petrol</source>
<translation>Benzin</translation></message>
<message><source>pilot and screw</source>
<translation>Leerlauf und Schraube</translation></message>
<message><source>pilot, screw</source>
<translation>Leerlauf, Schraube</translation></message>
<message><source>pin a prediction</source>
<translation>eine Vorhersage anheften</translation></message>
<message><source>pipe %1 mm</source>
<translation>Auspuff %1 mm</translation></message>
<message><source>piston</source>
<translation>Kolben</translation></message>
<message><source>piston at top centre</source>
<translation>Kolben im oberen Totpunkt</translation></message>
<message><source>piston port</source>
<translation>schlitzgesteuert</translation></message>
<message><source>piston's edge under the barrel</source>
<translation>Kolbenkante unter Zylinderrand</translation></message>
<message><source>piston, pin, rings</source>
<translation>Kolben, Bolzen, Ringe</translation></message>
<message><source>planned</source>
<translation>geplant</translation></message>
<message><source>plug, oil or filter was renewed</source>
<translation>Kerze, Öl oder Filter wurde erneuert</translation></message>
<message><source>port %1</source>
<translation>Kanal %1</translation></message>
<message><source>port to the valve, long</source>
<translation>Kanal bis zum Ventil, Länge</translation></message>
<message><source>port, piston to flange</source>
<translation>Schlitz, Kolben bis Flansch</translation></message>
<message><source>power</source>
<translation>Leistung</translation></message>
<message><source>power (T)</source>
<translation>Leistung (T)</translation></message>
<message><source>power [%1]</source>
<translation>Leistung [%1]</translation></message>
<message><source>power [%1] from %2: this axis does not start at zero</source>
<translation>Leistung [%1] ab %2: Diese Achse beginnt nicht bei null</translation></message>
<message><source>power [%1], from zero</source>
<translation>Leistung [%1], ab null</translation></message>
<message><source>power against the first visit, mean over what both have; bars: the margin of two days, 95 %</source>
<translation>Leistung gegen den ersten Besuch, Mittel über das Gemeinsame; Balken: Spanne zweier Tage, 95 %</translation></message>
<message><source>power at %1</source>
<translation>Leistung bei %1</translation></message>
<message><source>power at most</source>
<translation>Leistung höchstens</translation></message>
<message><source>power at the tyre [%1], as run · dashed: the bench at the same place, in the road's air</source>
<translation>Leistung am Reifen [%1], wie gefahren · gestrichelt: der Prüfstand an derselben Stelle, in der Luft der Straße</translation></message>
<message><source>power for its weight at most</source>
<translation>Leistung je Gewicht höchstens</translation></message>
<message><source>power, corrected</source>
<translation>Leistung, korrigiert</translation></message>
<message><source>pressure [hPa]</source>
<translation>Druck [hPa]</translation></message>
<message><source>price</source>
<translation>Preis</translation></message>
<message><source>price %1</source>
<translation>Preis %1</translation></message>
<message><source>primary ratio</source>
<translation>Primärübersetzung</translation></message>
<message><source>pull %1, %2</source>
<translation>Lauf %1, %2</translation></message>
<message><source>pull %1, the last of %2</source>
<translation>Lauf %1, der letzte von %2</translation></message>
<message><source>pull file, %1 rows</source>
<translation>Laufdatei, %1 Zeilen</translation></message>
<message><source>pulled</source>
<translation>gelaufen</translation></message>
<message><source>pulls</source>
<translation>Läufe</translation></message>
<message><source>pulls before it must c&amp;ool</source>
<translation>Läufe, bis sie abkü&amp;hlen muss</translation></message>
<message><source>pulls it rests on</source>
<translation>Läufe, auf denen es beruht</translation></message>
<message><source>pulls of each · smallest gain they show</source>
<translation>Läufe von jedem · kleinster Gewinn, den sie zeigen</translation></message>
<message><source>pump to here</source>
<translation>bis hier pumpen</translation></message>
<message><source>pumped from</source>
<translation>gepumpt von</translation></message>
<message><source>pumped to </source>
<translation>gepumpt auf </translation></message>
<message><source>put a part on the sheet</source>
<translation>einen Teil aufs Blatt nehmen</translation></message>
<message><source>put a plan on the day strip</source>
<translation>einen Plan auf den Tagesstreifen legen</translation></message>
<message><source>put back</source>
<translation>zurückgebaut</translation></message>
<message><source>put back %1</source>
<translation>%1 wieder anbauen</translation></message>
<message><source>put down a reading</source>
<translation>eine Ablesung hinschreiben</translation></message>
<message><source>put it back</source>
<translation>wieder zurückbauen</translation></message>
<message><source>quicker</source>
<translation>schneller</translation></message>
<message><source>quickest</source>
<translation>am schnellsten</translation></message>
<message><source>quoted </source>
<translation>Angebot </translation></message>
<message><source>quoted h </source>
<translation>Angebot h </translation></message>
<message><source>radiator 1 m ahead, none across the intake</source>
<translation>Kühler 1 m davor, keiner quer zum Einlass</translation></message>
<message><source>radius of the bell's lip</source>
<translation>Radius der Trichterlippe</translation></message>
<message><source>range at the crank</source>
<translation>Bereich an der Kurbelwelle</translation></message>
<message><source>ratio of gear %1</source>
<translation>Übersetzung Gang %1</translation></message>
<message><source>reading and keeping…</source>
<translation>liest und verwahrt…</translation></message>
<message><source>reads like</source>
<translation>liest sich wie</translation></message>
<message><source>ready</source>
<translation>bereit</translation></message>
<message><source>really together</source>
<translation>wirklich zusammen</translation></message>
<message><source>rear sprocket</source>
<translation>Kettenrad hinten</translation></message>
<message><source>reeds or disc</source>
<translation>Membran oder Drehschieber</translation></message>
<message><source>rename %1</source>
<translation>%1 umbenennen</translation></message>
<message><source>resonator</source>
<translation>Resonator</translation></message>
<message><source>restate times for the air, or not</source>
<translation>Zeiten auf die Luft umrechnen oder nicht</translation></message>
<message><source>rewrite a line</source>
<translation>eine Zeile umschreiben</translation></message>
<message><source>rewrite lines</source>
<translation>Zeilen umschreiben</translation></message>
<message><source>richer</source>
<translation>fetter</translation></message>
<message><source>rider</source>
<translation>Fahrer</translation></message>
<message><source>road over bench</source>
<translation>Straße durch Prüfstand</translation></message>
<message><source>road speed</source>
<translation>Fahrgeschwindigkeit</translation></message>
<message><source>road speed [%1]</source>
<translation>Fahrgeschwindigkeit [%1]</translation></message>
<message><source>rod</source>
<translation>Pleuel</translation></message>
<message><source>roller [rad/s]</source>
<translation>Rolle [rad/s]</translation></message>
<message><source>roller drag [Nm]</source>
<translation>Rollenwiderstand [Nm]</translation></message>
<message><source>roller inertia [kg m²]</source>
<translation>Rollenträgheit [kg m²]</translation></message>
<message><source>roller radius [m]</source>
<translation>Rollenradius [m]</translation></message>
<message><source>roller speed limit [rad/s]</source>
<translation>Grenze der Rolle [rad/s]</translation></message>
<message><source>rolling coefficient</source>
<translation>Rollbeiwert</translation></message>
<message><source>rolling radius</source>
<translation>Rollradius</translation></message>
<message><source>roofs %1 and %2 mm down</source>
<translation>Oberkanten %1 und %2 mm tief</translation></message>
<message><source>rpm</source>
<translation>rpm</translation></message>
<message><source>rpm?</source>
<translation>rpm?</translation></message>
<message><source>rules that are kept</source>
<translation>eingehaltene Regeln</translation></message>
<message><source>run %1</source>
<translation>Fahrt %1</translation></message>
<message><source>run so far</source>
<translation>bisher gefahren</translation></message>
<message><source>runner bore</source>
<translation>Bohrung des Saugrohrs</translation></message>
<message><source>s</source>
<translation>s</translation></message>
<message><source>same</source>
<translation>gleich</translation></message>
<message><source>satellites</source>
<translation>Satelliten</translation></message>
<message><source>say how a run was ridden</source>
<translation>sagen, wie eine Fahrt gefahren wurde</translation></message>
<message><source>say that it is not back</source>
<translation>sagen, dass es nicht zurückgebaut ist</translation></message>
<message><source>say what counts as tight</source>
<translation>sagen, was als dicht gilt</translation></message>
<message><source>say what is better</source>
<translation>sagen, was besser ist</translation></message>
<message><source>say why a line is not ticked</source>
<translation>sagen, warum eine Zeile nicht abgehakt ist</translation></message>
<message><source>seal a guess</source>
<translation>eine Schätzung versiegeln</translation></message>
<message><source>seconds of a cut</source>
<translation>Sekunden eines Schnitts</translation></message>
<message><source>seconds of every run · the axis does not begin at zero · strokes: means</source>
<translation>Sekunden jeder Fahrt · die Achse beginnt nicht bei null · Striche: Mittel</translation></message>
<message><source>seconds won</source>
<translation>gewonnene Sekunden</translation></message>
<message><source>seconds won [s] · right is quicker</source>
<translation>gewonnene Sekunden [s] · rechts ist schneller</translation></message>
<message><source>serial:PATH with its baud rate after @, or tcp:HOST:PORT. It speaks NMEA 0183, ten fixes a second or more if it can.</source>
<translation>serial:PFAD mit seiner Baudrate hinter @, oder tcp:HOST:PORT. Er spricht NMEA 0183, zehn Orte in der Sekunde oder mehr, wenn er kann.</translation></message>
<message><source>set a guard</source>
<translation>eine Grenze setzen</translation></message>
<message><source>set a reading aside</source>
<translation>eine Ablesung beiseitelegen</translation></message>
<message><source>set aside</source>
<translation>beiseitegelegt</translation></message>
<message><source>set aside before the program ended</source>
<translation>beiseitegelegt, bevor das Programm endete</translation></message>
<message><source>set aside: %1</source>
<translation>beiseitegelegt: %1</translation></message>
<message><source>set pull %1 aside</source>
<translation>Lauf %1 beiseitelegen</translation></message>
<message><source>set the mixture's window</source>
<translation>das Fenster des Gemischs setzen</translation></message>
<message><source>settled</source>
<translation>beruhigt</translation></message>
<message><source>setup not named</source>
<translation>Aufbau nicht genannt</translation></message>
<message><source>shaded: within %1 %, what would matter</source>
<translation>schattiert: innerhalb %1 %, was zählen würde</translation></message>
<message><source>sheet</source>
<translation>Blatt</translation></message>
<message><source>shift from gear %1</source>
<translation>Schalten aus Gang %1</translation></message>
<message><source>shim added on the drive's boss</source>
<translation>Scheibe an der Nabe hinzu</translation></message>
<message><source>show</source>
<translation>zeigen</translation></message>
<message><source>shows nothing</source>
<translation>zeigt nichts</translation></message>
<message><source>shut</source>
<translation>zu</translation></message>
<message><source>shut the throttle, kill switch</source>
<translation>Gas zu, Notschalter</translation></message>
<message><source>side</source>
<translation>Seite</translation></message>
<message><source>since it moved</source>
<translation>seit sie anfuhr</translation></message>
<message><source>skimmed off the head</source>
<translation>vom Kopf abgedreht</translation></message>
<message><source>slide</source>
<translation>Schieber</translation></message>
<message><source>slower</source>
<translation>langsamer</translation></message>
<message><source>so much off</source>
<translation>so viel ab</translation></message>
<message><source>something was put in wrongly</source>
<translation>etwas war falsch eingebaut</translation></message>
<message><source>sound [dB] · dot: at %1 m · line: at %2 m</source>
<translation>Schall [dB] · Punkt: in %1 m · Linie: in %2 m</translation></message>
<message><source>speed [%1]</source>
<translation>Geschwindigkeit [%1]</translation></message>
<message><source>speed [%1] over distance</source>
<translation>Geschwindigkeit [%1] über dem Weg</translation></message>
<message><source>speed [%1] over distance · dotted: the run before</source>
<translation>Geschwindigkeit [%1] über dem Weg · gepunktet: die Fahrt davor</translation></message>
<message><source>speeds [rpm], road [km/h]</source>
<translation>Geschwindigkeiten [rpm], Straße [km/h]</translation></message>
<message><source>squish band of the bore's area</source>
<translation>Quetschrand der Bohrungsfläche</translation></message>
<message><source>squish by solder</source>
<translation>Quetschmaß mit Lötzinn</translation></message>
<message><source>stack</source>
<translation>Trichter</translation></message>
<message><source>stack %1 mm</source>
<translation>Trichter %1 mm</translation></message>
<message><source>station pressure</source>
<translation>Stationsdruck</translation></message>
<message><source>step by step</source>
<translation>Stufe um Stufe</translation></message>
<message><source>steps: 5000 6000 7000</source>
<translation>Stufen: 5000 6000 7000</translation></message>
<message><source>still </source>
<translation>noch </translation></message>
<message><source>stinger</source>
<translation>Endrohr</translation></message>
<message><source>stinger bore</source>
<translation>Bohrung des Endrohrs</translation></message>
<message><source>stretch by stretch</source>
<translation>Strecke um Strecke</translation></message>
<message><source>stretch from</source>
<translation>Strecke von</translation></message>
<message><source>stretch to</source>
<translation>Strecke bis</translation></message>
<message><source>stroke</source>
<translation>Hub</translation></message>
<message><source>strong</source>
<translation>stark</translation></message>
<message><source>stumbles as it opens; nothing</source>
<translation>stolpert beim Öffnen; nichts</translation></message>
<message><source>substituted</source>
<translation>ersetzt</translation></message>
<message><source>surest</source>
<translation>am sichersten</translation></message>
<message><source>swap %1</source>
<translation>%1 tauschen</translation></message>
<message><source>swapped</source>
<translation>getauscht</translation></message>
<message><source>take %1 away</source>
<translation>%1 wegnehmen</translation></message>
<message><source>take a leak test away</source>
<translation>eine Dichtheitsprüfung wegnehmen</translation></message>
<message><source>take a line out</source>
<translation>eine Zeile streichen</translation></message>
<message><source>take a note away</source>
<translation>eine Notiz wegnehmen</translation></message>
<message><source>take a part off the list</source>
<translation>ein Teil von der Liste nehmen</translation></message>
<message><source>take a prediction off</source>
<translation>eine Vorhersage abnehmen</translation></message>
<message><source>take a rule away</source>
<translation>eine Regel wegnehmen</translation></message>
<message><source>take a suspect off the list</source>
<translation>einen Verdacht von der Liste nehmen</translation></message>
<message><source>take off %1</source>
<translation>%1 abbauen</translation></message>
<message><source>take over suspects</source>
<translation>Verdächtige übernehmen</translation></message>
<message><source>take over what came off in %1</source>
<translation>übernehmen, was in %1 abkam</translation></message>
<message><source>take readings from files</source>
<translation>Ablesungen aus Dateien nehmen</translation></message>
<message><source>take the base again</source>
<translation>die Basis neu nehmen</translation></message>
<message><source>take the job up again</source>
<translation>den Auftrag wieder aufnehmen</translation></message>
<message><source>take the plan off</source>
<translation>den Plan abnehmen</translation></message>
<message><source>take the use from a ride</source>
<translation>die Nutzung aus einer Fahrt nehmen</translation></message>
<message><source>tank</source>
<translation>Tank</translation></message>
<message><source>tank [ml]</source>
<translation>Tank [ml]</translation></message>
<message><source>tcp:HOST:PORT or a serial device. Seen here: %1</source>
<translation>tcp:HOST:PORT oder ein serielles Gerät. Hier gesehen: %1</translation></message>
<message><source>tcp:HOST:PORT or serial:PATH, the baud rate after @ if it is not 115200.</source>
<translation>tcp:HOST:PORT oder serial:PFAD, die Baudrate hinter @, wenn sie nicht 115200 ist.</translation></message>
<message><source>teeth</source>
<translation>Zähne</translation></message>
<message><source>that day</source>
<translation>an jenem Tag</translation></message>
<message><source>that screw is for</source>
<translation>die Schraube ist für</translation></message>
<message><source>the axis does not begin at zero; a ring is a reading set aside; bars hold each mean by itself</source>
<translation>die Achse beginnt nicht bei null; ein Ring ist eine beiseitegelegte Ablesung; Balken halten jedes Mittel für sich</translation></message>
<message><source>the bare roller, machine off it or clutch in and wheel lifted</source>
<translation>die leere Rolle, Maschine herunter oder Kupplung gezogen und Rad angehoben</translation></message>
<message><source>the bench refused to cut (%1): %2</source>
<translation>der Prüfstand weigerte sich zu unterbrechen (%1): %2</translation></message>
<message><source>the bench refused to let go of the load</source>
<translation>der Prüfstand weigerte sich, die Last loszulassen</translation></message>
<message><source>the bench was calibrated anew</source>
<translation>der Prüfstand wurde neu kalibriert</translation></message>
<message><source>the clock starts when the first foot is run</source>
<translation>die Uhr startet, wenn der erste Fuß gefahren ist</translation></message>
<message><source>the clock starts with the first movement, which a soft clutch hides</source>
<translation>die Uhr startet mit der ersten Bewegung, die eine weiche Kupplung verdeckt</translation></message>
<message><source>the clutch slips at %1 rpm</source>
<translation>die Kupplung schleift bei %1 rpm</translation></message>
<message><source>the crank</source>
<translation>die Kurbelwelle</translation></message>
<message><source>the cylinders' mixtures lie within</source>
<translation>die Gemische der Zylinder liegen innerhalb von</translation></message>
<message><source>the engine's best band</source>
<translation>das beste Band des Motors</translation></message>
<message><source>the engine's best, by the pulls of %1</source>
<translation>das Beste des Motors, nach den Läufen von %1</translation></message>
<message><source>the exhaust is hotter by no more than</source>
<translation>der Auspuff wird höchstens heißer um</translation></message>
<message><source>the hand holds the contra spring</source>
<translation>die Hand hält die Gegendruckfeder</translation></message>
<message><source>the hand holds the weights</source>
<translation>die Hand hält die Gewichte</translation></message>
<message><source>the highest</source>
<translation>das oberste</translation></message>
<message><source>the hub</source>
<translation>die Nabe</translation></message>
<message><source>the load stays on until the engine is no longer fed</source>
<translation>die Last bleibt, bis der Motor nicht mehr versorgt wird</translation></message>
<message><source>the long stack</source>
<translation>der lange Trichter</translation></message>
<message><source>the lowest</source>
<translation>das unterste</translation></message>
<message><source>the machine was moved to this bench</source>
<translation>die Maschine kam auf diesen Prüfstand</translation></message>
<message><source>the machine's own book</source>
<translation>das eigene Buch der Maschine</translation></message>
<message><source>the maker's claim beside it</source>
<translation>die Herstellerangabe daneben</translation></message>
<message><source>the mixture moves by no more than</source>
<translation>das Gemisch ändert sich höchstens um</translation></message>
<message><source>the new part</source>
<translation>das neue Teil</translation></message>
<message><source>the next gear pulls as hard</source>
<translation>der nächste Gang zieht gleich stark</translation></message>
<message><source>the order</source>
<translation>die Annahme</translation></message>
<message><source>the peak gains at least</source>
<translation>die Spitze gewinnt mindestens</translation></message>
<message><source>the peak moves by at least</source>
<translation>die Spitze wandert um mindestens</translation></message>
<message><source>the piston</source>
<translation>der Kolben</translation></message>
<message><source>the ports</source>
<translation>die Schlitze</translation></message>
<message><source>the rules' limit</source>
<translation>die Grenze der Regeln</translation></message>
<message><source>the same</source>
<translation>gleich</translation></message>
<message><source>the same machine under another name</source>
<translation>dieselbe Maschine unter anderem Namen</translation></message>
<message><source>the two above</source>
<translation>die zwei oben</translation></message>
<message><source>the tyre slipped on the roller</source>
<translation>der Reifen rutschte auf der Rolle</translation></message>
<message><source>the wall, unrolled · heights to scale</source>
<translation>die Wand, abgewickelt · Höhen im Maßstab</translation></message>
<message><source>the wave turns at %1 mm · shaded: where %2 rpm wants it</source>
<translation>die Welle kehrt bei %1 mm um · schattiert: wo %2 rpm sie will</translation></message>
<message><source>the wheel</source>
<translation>das Rad</translation></message>
<message><source>then: %1</source>
<translation>dann: %1</translation></message>
<message><source>this axis does not begin at zero</source>
<translation>diese Achse beginnt nicht bei null</translation></message>
<message><source>this bench cannot cut: %1</source>
<translation>dieser Prüfstand kann nicht unterbrechen: %1</translation></message>
<message><source>thread-lock</source>
<translation>Schraubensicherung</translation></message>
<message><source>throttle</source>
<translation>Gas</translation></message>
<message><source>throttle not held open</source>
<translation>Gas nicht offen gehalten</translation></message>
<message><source>throttle, shut to open: what rules the mixture</source>
<translation>Gas, zu bis offen: was das Gemisch bestimmt</translation></message>
<message><source>throttle, shut to open: what rules the mixture, and what the pulls showed there</source>
<translation>Gas, zu bis offen: was das Gemisch bestimmt und was die Läufe dort zeigten</translation></message>
<message><source>thrust [N] · %1, %2 pulls, with their margin</source>
<translation>Zugkraft [N] · %1, %2 Läufe, mit ihrer Spanne</translation></message>
<message><source>thrust [N] · from a guessed curve</source>
<translation>Zugkraft [N] · aus einer geratenen Kurve</translation></message>
<message><source>tick a line</source>
<translation>eine Zeile abhaken</translation></message>
<message><source>tick a line before riding</source>
<translation>vor der Fahrt eine Zeile abhaken</translation></message>
<message><source>tight</source>
<translation>dicht</translation></message>
<message><source>time [s]</source>
<translation>Zeit [s]</translation></message>
<message><source>time another mark</source>
<translation>noch eine Marke stoppen</translation></message>
<message><source>time the first foot, or not</source>
<translation>den ersten Fuß stoppen oder nicht</translation></message>
<message><source>time to %1 [s] over %2 · the axis does not begin at zero</source>
<translation>Zeit bis %1 [s] über %2 · die Achse beginnt nicht bei null</translation></message>
<message><source>times on the road</source>
<translation>Zeiten auf der Straße</translation></message>
<message><source>to</source>
<translation>bis</translation></message>
<message><source>to </source>
<translation>bis </translation></message>
<message><source>to look at again</source>
<translation>wieder anzusehen</translation></message>
<message><source>today, jet left alone</source>
<translation>heute, Düse belassen</translation></message>
<message><source>together (T)</source>
<translation>zusammen (T)</translation></message>
<message><source>too cold</source>
<translation>zu kalt</translation></message>
<message><source>too hot</source>
<translation>zu heiß</translation></message>
<message><source>top</source>
<translation>oben</translation></message>
<message><source>top at %1°</source>
<translation>Oberkante bei %1°</translation></message>
<message><source>torque</source>
<translation>Drehmoment</translation></message>
<message><source>torque (T)</source>
<translation>Drehmoment (T)</translation></message>
<message><source>torque [%1]</source>
<translation>Drehmoment [%1]</translation></message>
<message><source>torque at the peak (0: not known)</source>
<translation>Drehmoment in der Spitze (0: unbekannt)</translation></message>
<message><source>torque not</source>
<translation>Drehmoment nicht</translation></message>
<message><source>track</source>
<translation>Strecke</translation></message>
<message><source>transfers %1°</source>
<translation>Überströmer %1°</translation></message>
<message><source>transfers open after top</source>
<translation>Überströmer öffnen nach OT</translation></message>
<message><source>transfers, all together</source>
<translation>Überströmer, alle zusammen</translation></message>
<message><source>trapped %1 : 1</source>
<translation>gefangen %1 : 1</translation></message>
<message><source>tried</source>
<translation>versucht</translation></message>
<message><source>turbulent</source>
<translation>turbulent</translation></message>
<message><source>turns</source>
<translation>Umdrehungen</translation></message>
<message><source>two each side, 60 kg</source>
<translation>zwei je Seite, 60 kg</translation></message>
<message><source>two machines are compared on purpose</source>
<translation>zwei Maschinen werden mit Absicht verglichen</translation></message>
<message><source>two parts, alone and together</source>
<translation>zwei Teile, allein und zusammen</translation></message>
<message><source>two setups or more must have been pulled</source>
<translation>zwei oder mehr Aufbauten müssen gelaufen sein</translation></message>
<message><source>type how the bench repeats</source>
<translation>eintragen, wie sich der Prüfstand wiederholt</translation></message>
<message><source>type what you want to do or to know</source>
<translation>eintippen, was Sie tun oder wissen wollen</translation></message>
<message><source>undated</source>
<translation>undatiert</translation></message>
<message><source>undecided</source>
<translation>unentschieden</translation></message>
<message><source>unit</source>
<translation>Einheit</translation></message>
<message><source>unknown</source>
<translation>unbekannt</translation></message>
<message><source>unwatched</source>
<translation>unbewacht</translation></message>
<message><source>up to %1 %2</source>
<translation>bis %1 %2</translation></message>
<message><source>used </source>
<translation>verbraucht </translation></message>
<message><source>used h </source>
<translation>verbraucht h </translation></message>
<message><source>usual</source>
<translation>üblich</translation></message>
<message><source>usual contrast</source>
<translation>üblich</translation></message>
<message><source>valve clearances on the walk-round</source>
<translation>Ventilspiele auf den Rundgang</translation></message>
<message><source>valve leans by</source>
<translation>Ventil geneigt um</translation></message>
<message><source>valves or timing were set</source>
<translation>Ventile oder Zündung wurden eingestellt</translation></message>
<message><source>verdicts so far: %1</source>
<translation>bisherige Urteile: %1</translation></message>
<message><source>wanted at</source>
<translation>gewünscht bei</translation></message>
<message><source>warm-up</source>
<translation>Warmlaufen</translation></message>
<message><source>warm-up pull</source>
<translation>Warmlauf</translation></message>
<message><source>wave speed</source>
<translation>Wellengeschwindigkeit</translation></message>
<message><source>wave, order %1</source>
<translation>Welle, Ordnung %1</translation></message>
<message><source>wave: L = (90 + IVC) · c / (12 · n · k), k = %1; resonator: n = 60 c / (2π · 2.1) · √(A / (L V)), Engelman 1973; values from memory.</source>
<translation>Welle: L = (90 + IVC) · c / (12 · n · k), k = %1; Resonator: n = 60 c / (2π · 2,1) · √(A / (L V)), Engelman 1973; Werte aus dem Gedächtnis.</translation></message>
<message><source>weight %1</source>
<translation>Gewicht %1</translation></message>
<message><source>weight [kg]</source>
<translation>Gewicht [kg]</translation></message>
<message><source>weight, money</source>
<translation>Gewicht, Geld</translation></message>
<message><source>weights %1 g</source>
<translation>Gewichte %1 g</translation></message>
<message><source>weights and money</source>
<translation>Gewichte und Geld</translation></message>
<message><source>weights it shifted with</source>
<translation>Gewichte, mit denen sie schaltete</translation></message>
<message><source>went on</source>
<translation>angebaut</translation></message>
<message><source>what came instead</source>
<translation>was stattdessen kam</translation></message>
<message><source>what came of it</source>
<translation>was herauskam</translation></message>
<message><source>what changed in it</source>
<translation>was darin geändert ist</translation></message>
<message><source>what comes off next</source>
<translation>was als Nächstes abkommt</translation></message>
<message><source>what each standard multiplies by</source>
<translation>womit jede Norm malnimmt</translation></message>
<message><source>what holds against it</source>
<translation>was dagegenhält</translation></message>
<message><source>what is claimed, in its own words</source>
<translation>was behauptet wird, in eigenen Worten</translation></message>
<message><source>what is read gets better by at least</source>
<translation>das Abgelesene wird besser um mindestens</translation></message>
<message><source>what is seen there</source>
<translation>was dort zu sehen ist</translation></message>
<message><source>what it becomes · %1</source>
<translation>was daraus wird · %1</translation></message>
<message><source>what it does not show</source>
<translation>was es nicht zeigt</translation></message>
<message><source>what may be said</source>
<translation>was zu sagen ist</translation></message>
<message><source>what the job is called</source>
<translation>wie der Auftrag heißt</translation></message>
<message><source>what the pulls say</source>
<translation>was die Läufe sagen</translation></message>
<message><source>what to do next</source>
<translation>was als Nächstes zu tun ist</translation></message>
<message><source>what was asked for</source>
<translation>was gewünscht war</translation></message>
<message><source>what was different, if anything</source>
<translation>was anders war, wenn etwas</translation></message>
<message><source>what was done</source>
<translation>was getan wurde</translation></message>
<message><source>what was read off</source>
<translation>was abgelesen wurde</translation></message>
<message><source>what went in</source>
<translation>was hineinkam</translation></message>
<message><source>wheel</source>
<translation>Rad</translation></message>
<message><source>wheel, turned back</source>
<translation>Gradscheibe, zurück gedreht</translation></message>
<message><source>wheel, turned on</source>
<translation>Gradscheibe, vorwärts gedreht</translation></message>
<message><source>where</source>
<translation>wo</translation></message>
<message><source>where it leaks, by soap or by ear</source>
<translation>wo es undicht ist, mit Seife oder Ohr</translation></message>
<message><source>where the microphone stands</source>
<translation>wo das Mikrofon steht</translation></message>
<message><source>which machine</source>
<translation>welche Maschine</translation></message>
<message><source>which part</source>
<translation>welches Teil</translation></message>
<message><source>which way round</source>
<translation>wie herum</translation></message>
<message><source>who guesses</source>
<translation>wer rät</translation></message>
<message><source>who says so</source>
<translation>wer es sagt</translation></message>
<message><source>who walks round</source>
<translation>wer herumgeht</translation></message>
<message><source>who wants</source>
<translation>möchte</translation></message>
<message><source>who works the throttle</source>
<translation>wer am Gas ist</translation></message>
<message><source>whole range [%1]</source>
<translation>ganzer Bereich [%1]</translation></message>
<message><source>whose it is</source>
<translation>wem sie gehört</translation></message>
<message><source>will not rev past 7000</source>
<translation>dreht nicht über 7000</translation></message>
<message><source>wind or fan at the mouth</source>
<translation>Wind oder Gebläse an der Mündung</translation></message>
<message><source>window %1 to %2:1</source>
<translation>Fenster %1 bis %2:1</translation></message>
<message><source>with the machine on it, in gear, clutch in</source>
<translation>mit der Maschine darauf, Gang drin, Kupplung gezogen</translation></message>
<message><source>words</source>
<translation>Worte</translation></message>
<message><source>working band [%1]</source>
<translation>Arbeitsbereich [%1]</translation></message>
<message><source>write %1</source>
<translation>%1 aufschreiben</translation></message>
<message><source>write a leak test down</source>
<translation>eine Dichtheitsprüfung aufschreiben</translation></message>
<message><source>write a measured value</source>
<translation>einen gemessenen Wert schreiben</translation></message>
<message><source>write hours or money</source>
<translation>Stunden oder Geld aufschreiben</translation></message>
<message><source>write how the sitting is run</source>
<translation>aufschreiben, wie die Sitzung läuft</translation></message>
<message><source>write on %1</source>
<translation>an %1 schreiben</translation></message>
<message><source>write the result</source>
<translation>das Ergebnis aufschreiben</translation></message>
<message><source>write what is wrong</source>
<translation>aufschreiben, was falsch ist</translation></message>
<message><source>write what it does</source>
<translation>aufschreiben, was sie macht</translation></message>
<message><source>write what it was</source>
<translation>aufschreiben, was es war</translation></message>
<message><source>write what to look at again</source>
<translation>aufschreiben, was wieder anzusehen ist</translation></message>
<message><source>write: %1</source>
<translation>aufschreiben: %1</translation></message>
<message><source>wrong</source>
<translation>falsch</translation></message>
<message><source>wrong gear</source>
<translation>falscher Gang</translation></message>
<message><source>x = r (1 − cos a) + l − √(l² − r² sin² a), r = %1 mm, l = %2 mm, a = %3°: %4 mm.</source>
<translation>x = r (1 − cos a) + l − √(l² − r² sin² a), r = %1 mm, l = %2 mm, a = %3°: %4 mm.</translation></message>
<message><source>yes</source>
<translation>ja</translation></message>
<message><source>± %1</source>
<translation>± %1</translation></message>
<message><source>± %1 · %2 %</source>
<translation>± %1 · %2 %</translation></message>
<message><source>± %1 · %2 to its own</source>
<translation>± %1 · %2 zu den eigenen</translation></message>
<message><source>“%1”</source>
<translation>„%1“</translation></message>
<message><source>“%2” taken in with %1 pulls.</source>
<translation>„%2“ mit %1 Läufen aufgenommen.</translation></message>
<message><source>“%2” taken in with 1 pull.</source>
<translation>„%2“ mit 1 Lauf aufgenommen.</translation></message>
<message><source>“%2” was here already; %1 pulls were added to it.</source>
<translation>„%2“ war schon da; %1 Läufe kamen hinzu.</translation></message>
<message><source>“%2” was here already; 1 pull was added to it.</source>
<translation>„%2“ war schon da; 1 Lauf kam hinzu.</translation></message>
<message><source>“what is this margin?”</source>
<translation>„Was ist diese Spanne?“</translation></message>
<message><source>← less is better</source>
<translation>← weniger ist besser</translation></message>
<message><source>■ no change: %1</source>
<translation>■ keine Änderung: %1</translation></message>
<message><source>▲ better: %1</source>
<translation>▲ besser: %1</translation></message>
<message><source>▼ worse: %1</source>
<translation>▼ schlechter: %1</translation></message>
<message><source>◌ %1</source>
<translation>◌ %1</translation></message>
</context>
</TS>
