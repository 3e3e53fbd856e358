-- steps of a dialog that fall back are said to be set afresh each time; a quote in a text is written \" and never meant
UPDATE `queues` SET `facts` = replace(`facts`, '"chooseAgain":', '"setAfresh":');
