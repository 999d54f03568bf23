/** Words that begin another kind of saying: the end of the evening, an intention, a warning, a question. Used where clauses are cut. */
export const stopCue =
  /\b(?:stop(?:ping|ped)? (?:here|for|now|there|work|at this point)|(?:enough|done|finished|all|that is it|that's it|it|over and out|finish(?:ing)?|through) for (?:today|tonight|now|this (?:evening|week)|the (?:day|night|evening))|calling it (?:a day|a night|quits)|call it a (?:day|night)|pack(?:ing|ed)? (?:up|in)|knocking off|going home|home time|off home|heading home|time to go|leaving (?:it )?(?:here|for today|now)|leave it (?:here|there|at that)(?: for)?|end of (?:session|the session|the evening|evening|day|the day)|wrap(?:ping|ped)? (?:it )?up|quit(?:ting)? for|closing time|shutting up shop|good ?night|no more (?:today|tonight)|pausing|have to go|must go|see you|carry on (?:next|tomorrow|on)|continue (?:next|tomorrow|on)|lights out|done for the day|signing off|rest (?:tomorrow|next time|on \w+day)|more (?:tomorrow|next time|on \w+day)|to be continued)\b|^stop\b(?!s)|^(?:that is )?enough[ ,.!]*(?:$|next\b|, next)|^next(?: (?:up|job|step))?(?: is)? ?:/

export const intention =
  /^(?:(?:[a-z]+|,|:|-|\d+) ){0,7}?(?:i|we|imke|jonas|petra|rasmus|ottoline|somebody|someone) (?:(?:still|really|also|just|now|probably|then|only|first|both) )?(?:will|want(?:s)? to|would (?:like|love|prefer|rather)|am going to|are going to|is going to|need(?:s)? to|have to|has to|got to|must|should|ought to|plan(?:s)? (?:to|on)|intend(?:s)? to|hope(?:s)? to|shall|might|am thinking of|are thinking of) (?!not\b)|^(?:(?:and|so|then|ok|next|now|maybe|perhaps|later|tomorrow|tonight|afterwards|some day|one day|next time|next week|on \w+day|\w+day|,|:|-|still|also|please) )*(?:will(?! not\b)|want to|would like to|going to|need to (?!be (?:dry|left))|have to|must (?!not|sit|rest|dry|stand|cure|be|stay|lie|hang)|should (?!be|have|work|not|give|read)|ought to|plan(?:s|ning)? (?:to|on|for)|plan ?:|intend to|hope to|shall|thinking (?:of|about)|let us|to ?do\b|aim to|propose to|mean to|try to|got to|planned ?:|intend(?:ing)? to)\b/

const voices = [
  stopCue,
  intention,
  /^(?:do not|never|keep|put on gloves|beware|careful|be careful|danger|watch out|mind)\b/,
  /^(?:please )?(?:remind|ask)\b/,
  /^(?:who|where|when|what|how many)\b/,
  /^(?:i|we) (?:suspect|think|guess|believe|bet|do not trust)\b/,
]
export const beginsVoice = (said: string): boolean => voices.some((v) => v.test(said))
